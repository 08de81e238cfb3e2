import { made as out } from '../../../../shared/out/acts'
import { makePaper } from '../../../../shared/papers'
import { makeJobPaper } from '../../../papers/make'
import { route } from '../../../doors/route'

export default route({ who: ['papers', 'desk'], out, body: makePaper }, async ({ id, body, event }) => ({
  id: await makeJobPaper(id, body, event.context.member!.id),
}))
