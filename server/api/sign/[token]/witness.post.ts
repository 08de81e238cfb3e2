import { linkForWitness } from '../../../rounds/act/witness'
import { route } from '../../../doors/route'

export default route({ who: 'signer' }, ({ event }) => linkForWitness(event.context.holder!))
