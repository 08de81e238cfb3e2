import { writeBack } from '../../../../shared/marking'
import { takeOver } from '../../../services/marking/data'
import { route } from '../../../route'

export default route({ who: 'member', body: writeBack }, ({ id, body }) => takeOver(id, body.take))
