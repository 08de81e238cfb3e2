import { requestCode } from '../../../../rounds/act/prove-code'
import { route } from '../../../../doors/route'

export default route({ who: 'link' }, ({ event }) => requestCode(event.context.holder!))
