import { discardLink } from '../../../rounds/open/links'
import { route } from '../../../doors/route'

export default route({ who: 'library' }, ({ id }) => discardLink(id))
