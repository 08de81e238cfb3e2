import { linkForWitness } from '../../../services/rounds/witness'
import { route } from '../../../route'

export default route({}, ({ event }) => linkForWitness(event.context.holder!))
