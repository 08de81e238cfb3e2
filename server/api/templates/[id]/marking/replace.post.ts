import { replaceFile } from '../../../../../shared/marking'
import { replaceUnder } from '../../../../services/marking/pages'
import { route } from '../../../../route'

export default route({ who: 'member', body: replaceFile }, ({ id, body }) => replaceUnder({ of: 'template', id }, body))
