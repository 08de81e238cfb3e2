import { replaceFile } from '../../../../../shared/marking'
import { replaceUnder } from '../../../../services/marking/pages'
import { route } from '../../../../route'

export default route({ body: replaceFile }, ({ id, body }) => replaceUnder({ of: 'template', id }, body))
