import { requestCode } from '../../../../rounds/act/prove'
import { route } from '../../../../doors/route'

export default route({ who: 'link' }, ({ event }) => requestCode(event.context.holder!))
