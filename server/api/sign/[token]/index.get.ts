import { signerView } from '../../../services/rounds/view'
import { route } from '../../../route'

export default route({}, ({ event }) => signerView(event.context.holder!))
