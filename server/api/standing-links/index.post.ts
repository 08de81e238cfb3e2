import { made as out } from '../../../shared/out/acts'
import { newStandingLink as body } from '../../../shared/standing-links'
import { makeStandingLink } from '../../rounds/open/links'
import { route } from '../../doors/route'

export default route({ who: 'library', out, body }, async ({ body, event }) => ({
  id: await makeStandingLink(body, event.context.member!.id),
}))
