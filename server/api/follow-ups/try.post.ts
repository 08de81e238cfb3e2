import { tryFollowUp } from '../../../shared/follow-ups'
import { triedView as out } from '../../../shared/out/follow-ups'
import { z } from 'zod'
import { route } from '../../doors/route'
import { tryOut } from '../../follow-ups/try'

/** What a follow-up would have done on past jobs. Nothing is done. */
export default route(
  { who: 'settings', body: tryFollowUp.extend({ id: z.string().max(60).default('') }), out },
  ({ body: { id, days, ...given } }) => tryOut(id, given, days),
)
