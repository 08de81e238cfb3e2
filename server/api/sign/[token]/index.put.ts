import { saveDraft as body } from '../../../../shared/signing'
import { saveDraft } from '../../../services/rounds/sign'
import { route } from '../../../route'

export default route({ who: 'signer', body }, async ({ event, body }) => ({
  version: await saveDraft(event.context.holder!.person, body.draft, body.basedOn),
}))
