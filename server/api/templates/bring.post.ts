import { bringIn } from '../../../shared/library'
import { BRING_MAX, bring } from '../../services/templates/bring'
import { bodyBytes, route } from '../../route'

export default route({ query: bringIn }, async ({ event, query }) =>
  bring(query.name, await bodyBytes(event, BRING_MAX)),
)
