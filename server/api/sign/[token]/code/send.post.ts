import { requestCode } from '../../../../services/rounds/proof'
import { route } from '../../../../route'

export default route({ who: 'link' }, ({ event }) => requestCode(event.context.holder!))
