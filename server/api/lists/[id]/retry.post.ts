import { retryRows as body } from '../../../../shared/rounds'
import { retryList } from '../../../services/rounds/lists'
import { route } from '../../../route'

export default route({ body }, ({ id, body }) => retryList(id, body.rows))
