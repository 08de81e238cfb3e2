import { SIGNATURE_MAX } from '../../../../shared/signing'
import { keepSignaturePicture } from '../../../services/rounds/pad'
import { route } from '../../../route'

export default route({ who: 'signer', file: SIGNATURE_MAX, throttle: 'upload' }, async ({ event, bytes }) =>
  keepSignaturePicture(event.context.holder!, await bytes()),
)
