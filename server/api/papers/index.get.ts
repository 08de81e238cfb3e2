import { paperPage as out } from '../../../shared/out/papers'
import { listPapers } from '../../../shared/papers'
import { listPaperRows } from '../../views/papers'
import { route } from '../../doors/route'

export default route({ who: 'member', out, query: listPapers }, ({ query }) => listPaperRows(query))
