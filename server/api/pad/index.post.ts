import { padBegun as out } from '../../../shared/out/desk'
import { beginAsPad } from '../../doors/pad'
import { route } from '../../doors/route'
import { padView } from '../../views/pad'

/** A screen offers itself as a pad and gets a code to show; once it was taken, it begins. */
export default route({ who: 'anyone', out, throttle: 'pad' }, async ({ event }) => {
  const { pad, code } = await beginAsPad(event)
  return { ...(await padView(pad)), code }
})
