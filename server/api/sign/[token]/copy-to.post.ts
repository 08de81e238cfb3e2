import { z } from 'zod'
import { isMail } from '../../../../core/fields/mail'
import { sendCopyTo } from '../../../rounds/act/copy-to'
import { fromWhere } from '../../../doors/where'
import { route } from '../../../doors/route'

const body = z.object({ email: z.string().trim().max(200).refine(isMail, 'This isn’t an e-mail address.') })
export default route({ who: 'signer', body }, ({ event, body: { email } }) =>
  sendCopyTo(event.context.holder!, email, fromWhere(event)),
)
