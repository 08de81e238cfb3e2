import { standingLinkAct as body } from '../../../../shared/standing-links'
import { actOnLink } from '../../../rounds/open/links'
import { memberActor, route } from '../../../doors/route'

export default route({ who: 'library', body }, ({ id, body, event }) => actOnLink(id, body, memberActor(event)))
