import { SIGNATURE_MAX } from '../../../../shared/signing'
import { keepSignaturePicture } from '../../../services/rounds/pad'
import { bodyBytes, route } from '../../../route'

export default route({}, async ({ event }) =>
  keepSignaturePicture(event.context.holder!, await bodyBytes(event, SIGNATURE_MAX)),
)
