import { answersQuery as query, answersView as out } from '../../../../../shared/answers'
import { route } from '../../../../doors/route'
import { answersView } from '../../../../views/answers'

/** What was filled on the papers of a template, over all jobs. */
export default route({ who: 'papers', query, out }, ({ id, query }) => answersView(id, query))
