import { takeOutEnclosure } from '../../../../services/marking/enclosures'
import { route } from '../../../../route'

export default route({}, ({ id, event }) => takeOutEnclosure(id, event.context.params!.sha!))
