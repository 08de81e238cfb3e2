import { names as out } from '../../../../shared/out/acts'
import { z } from 'zod'
import { nudge } from '../../../rounds/manage/manage'
import { memberActor, route } from '../../../doors/route'

/** `quiet`: also within quiet hours. */
const body = z.object({ quiet: z.boolean().default(false) }).default({ quiet: false })
export default route({ who: 'papers', out, body }, async ({ id, event, body: { quiet } }) => ({
  names: await nudge(id, quiet, memberActor(event)),
}))
