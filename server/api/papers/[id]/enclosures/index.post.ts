import { enclose } from '../../../../../shared/marking'
import { encloseFile } from '../../../../services/marking/enclosures'
import { route } from '../../../../route'

export default route({ who: 'member', body: enclose }, ({ id, body }) => encloseFile(id, body))
