import { version as out } from '../../../../shared/out/acts'
import { saveDraft as body } from '../../../../shared/signing'
import { saveDraft } from '../../../rounds/act/draft'
import { route } from '../../../doors/route'

export default route({ who: 'signer', out, body }, async ({ event, body }) => ({
  version: await saveDraft(event.context.holder!.person, body.draft, body.basedOn),
}))
