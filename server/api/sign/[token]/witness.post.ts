import { linkForWitness } from '../../../services/rounds/witness'
import { route } from '../../../route'

export default route({ who: 'signer' }, ({ event }) => linkForWitness(event.context.holder!))
