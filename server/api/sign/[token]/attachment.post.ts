import { z } from 'zod'
import { ATTACHMENT_MAX } from '../../../../shared/signing'
import { keepAttachment } from '../../../services/rounds/attachments'
import { bodyBytes, route } from '../../../route'

const which = z.object({ key: z.string().min(1).max(80), name: z.string().min(1).max(255) })
export default route({ query: which }, async ({ event, query }) => ({
  value: await keepAttachment(event.context.holder!, query.key, query.name, await bodyBytes(event, ATTACHMENT_MAX)),
}))
