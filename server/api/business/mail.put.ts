import { z } from 'zod'
import { mailSettings } from '../../../shared/setup'
import { changeMail } from '../../business/mail'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'
import { whileSame } from '../../doors/same'
import { businessView } from '../../views/business'

const body = z.object({ mail: mailSettings.nullable() })
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await whileSame(
    event,
    async () => (await businessView()).mail,
    () => changeMail(body.mail),
  )
  await noteSecurity(event, 'setting', body.mail ? `Mail goes out by ${body.mail.host}` : 'Mail waits')
})
