import { outboxState } from '../jobs/outbox'
import { route } from '../route'

export default route({}, async () => ({ ok: true, outbox: await outboxState() }))
