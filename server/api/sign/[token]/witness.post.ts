import { link as out } from '../../../../shared/out/acts'
import { linkForWitness } from '../../../rounds/act/witness'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out }, ({ event }) => linkForWitness(event.context.holder!))
