import { z } from 'zod'
import { mailSettings } from '../../../shared/setup'
import { changeMail } from '../../business/mail'
import { noteSecurity } from '../../doors/log'
import { route } from '../../doors/route'

const body = z.object({ mail: mailSettings.nullable() })
export default route({ who: 'settings', body }, async ({ body, event }) => {
  await changeMail(body.mail)
  await noteSecurity(event, 'setting', body.mail ? `Mail goes out by ${body.mail.host}` : 'Mail waits')
})
