import { version as out } from '../../../../shared/out/acts'
import { editStandingLink as body } from '../../../../shared/standing-links'
import { changeStandingLink } from '../../../rounds/open/links'
import { route } from '../../../doors/route'

export default route({ who: 'library', out, body }, async ({ id, body }) => ({
  version: await changeStandingLink(id, body),
}))
