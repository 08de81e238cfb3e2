import { outboxState } from '../queue/outbox'
import { route } from '../doors/route'

export default route({ who: 'anyone' }, async () => ({ ok: true, outbox: await outboxState() }))
