import { health as out } from '../../shared/out/acts'
import { outboxState } from '../queue/outbox'
import { route } from '../doors/route'

export default route({ who: 'anyone', out }, async () => ({ ok: true, outbox: await outboxState() }))
