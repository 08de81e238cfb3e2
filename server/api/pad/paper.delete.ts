import { ownPad } from '../../doors/pad'
import { route } from '../../doors/route'
import { doneAtPad } from '../../rounds/manage/pads'

/** Whoever stood before the pad is done: it shows nothing of theirs any more. */
export default route({ who: 'pad' }, async ({ event }) => doneAtPad(await ownPad(event)))
