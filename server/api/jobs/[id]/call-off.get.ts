import { callOffQuery as query } from '../../../../shared/jobs'
import { callOffLook as out } from '../../../../shared/out/jobs'
import { route } from '../../../doors/route'
import { lookAtCallOff } from '../../../rounds/manage/call-off'

/** What calling it off would come to. */
export default route({ who: 'book', out, query }, ({ id, query }) => lookAtCallOff(id, query.by, query.on))
