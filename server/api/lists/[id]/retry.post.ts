import { retryList } from '../../../services/rounds/lists'
import { route } from '../../../route'

export default route({}, ({ id }) => retryList(id))
