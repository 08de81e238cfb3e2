import { codeSent as out } from '../../../../../shared/out/acts'
import { requestCode } from '../../../../rounds/act/prove-code'
import { route } from '../../../../doors/route'

export default route({ who: 'link', out }, ({ event }) => requestCode(event.context.holder!))
