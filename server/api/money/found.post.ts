import { statementLine as body } from '../../../shared/jobs'
import { paidFor as out } from '../../../shared/out/overview'
import { route } from '../../doors/route'
import { paidFor } from '../../views/paid-for'

/** What a payment may be for, by what was quoted with it. */
export default route({ who: 'book', out, body }, ({ body }) => paidFor(body.text))
