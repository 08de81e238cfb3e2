import { z } from 'zod'
import { commentView, commentsOf as query } from '../../../shared/comments'
import { commentsOf } from '../../views/comments'
import { route } from '../../doors/route'

export default route({ who: 'member', query, out: z.array(commentView) }, ({ query: { on, of } }) => commentsOf(on, of))
