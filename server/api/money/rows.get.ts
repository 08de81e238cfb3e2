import { figureQuery as query, figureRows as out } from '../../../shared/figures'
import { route } from '../../doors/route'
import { figureRows } from '../../views/figures'

/** The rows a figure is made of. */
export default route({ who: 'money', query, out }, ({ query }) => figureRows(query.of, query.after))
