import { changePages } from '../../../../../shared/marking'
import { arrangePages } from '../../../../services/marking/pages'
import { route } from '../../../../route'

export default route({ who: 'member', body: changePages }, ({ id, body }) => arrangePages({ of: 'paper', id }, body))
