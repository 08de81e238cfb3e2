import { pictureKept as out } from '../../../../shared/out/acts'
import { SIGNATURE_MAX } from '../../../../shared/signing'
import { keepSignaturePicture } from '../../../rounds/act/drawing'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out, file: SIGNATURE_MAX, throttle: 'upload' }, async ({ event, bytes }) =>
  keepSignaturePicture(event.context.holder!, await bytes()),
)
