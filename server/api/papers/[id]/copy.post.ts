import { made as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { copyRound } from '../../../rounds/prepare/copy'
import { memberActor, route } from '../../../doors/route'

export default route(
  { who: 'papers', out, body: z.object({ key: z.string().min(1).max(60) }) },
  async ({ id, body, event }) => ({
    id: await copyRound(id, body.key, memberActor(event)),
  }),
)
