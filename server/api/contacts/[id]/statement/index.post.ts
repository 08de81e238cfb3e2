import { sendStatement as body } from '../../../../../shared/jobs'
import { route } from '../../../../doors/route'
import { sendStatement } from '../../../../money/statement'

/** Sends a client their statement. */
export default route({ who: 'book', body, throttle: 'draw' }, ({ id, body }) => sendStatement(id, body))
