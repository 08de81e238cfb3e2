import { z } from 'zod'
import { isMail } from '../../../../core/fields/mail'
import { sendCopyTo } from '../../../services/rounds/copy-to'
import { fromWhere } from '../../../where'
import { route } from '../../../route'

const body = z.object({ email: z.string().trim().max(200).refine(isMail, 'This isn’t an e-mail address.') })
export default route({ who: 'signer', body }, ({ event, body: { email } }) =>
  sendCopyTo(event.context.holder!, email, fromWhere(event)),
)
