import { howQuery as query, howView as out } from '../../../shared/how'
import { route } from '../../doors/route'
import { howView } from '../../views/how'

/** How papers of a kind did, by kind of job, template or month. */
export default route({ who: 'member', query, out }, ({ query, event }) => howView(query, event.context.member!))
