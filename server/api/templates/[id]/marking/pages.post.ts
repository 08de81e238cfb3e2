import { changePages } from '../../../../../shared/marking'
import { arrangePages } from '../../../../marking/pages'
import { route } from '../../../../doors/route'

export default route({ who: 'member', body: changePages }, ({ id, body }) => arrangePages({ of: 'template', id }, body))
