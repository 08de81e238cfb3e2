import { outboxState } from '../jobs/outbox'
import { route } from '../route'

export default route({ who: 'anyone' }, async () => ({ ok: true, outbox: await outboxState() }))
