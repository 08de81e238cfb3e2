import { z } from 'zod'
import { messageRow } from '../../../shared/out/acts'
import { listMessages } from '../../views/post'
import { route } from '../../doors/route'

export default route({ who: 'member', out: z.array(messageRow) }, () => listMessages())
