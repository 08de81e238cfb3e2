import { linkToHand } from '../../../../../services/rounds/hand'
import { route } from '../../../../../route'

export default route({}, ({ id, event }) => linkToHand(id, event.context.params!.person!))
