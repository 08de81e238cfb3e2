import { enclose } from '../../../../../shared/marking'
import { encloseFile } from '../../../../marking/enclosures'
import { route } from '../../../../doors/route'

export default route({ who: 'papers', body: enclose }, ({ id, body }) => encloseFile(id, body))
