import { howRows as out, howRowsQuery as query } from '../../../shared/how'
import { route } from '../../doors/route'
import { howRows } from '../../views/how'

/** The sendings a figure is made of. */
export default route({ who: 'member', query, out }, ({ query }) => howRows(query))
