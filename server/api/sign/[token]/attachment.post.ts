import { given as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { ATTACHMENT_MAX } from '../../../../shared/draft'
import { insistOnAttachment, keepAttachment } from '../../../rounds/act/uploads'
import { route } from '../../../doors/route'
import { take } from '../../../platform/throttle'

const which = z.object({ key: z.string().min(1).max(80), name: z.string().min(1).max(255) })
export default route(
  { who: 'signer', out, query: which, file: ATTACHMENT_MAX, throttle: 'upload' },
  async ({ event, query, bytes }) => {
    const holder = event.context.holder!
    await insistOnAttachment(holder, query.key)
    const file = await bytes()
    await take('upload bytes', holder.person.id, file.length)
    return { value: await keepAttachment(holder, query.name, file) }
  },
)
