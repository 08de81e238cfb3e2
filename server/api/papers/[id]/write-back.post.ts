import { writeBack } from '../../../../shared/marking'
import { takeOver } from '../../../papers/write-back'
import { route } from '../../../doors/route'

export default route({ who: 'papers', body: writeBack }, ({ id, body }) => takeOver(id, body.take))
