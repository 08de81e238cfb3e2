import { requestCode } from '../../../../services/rounds/proof'
import { route } from '../../../../route'

export default route({}, ({ event }) => requestCode(event.context.holder!))
