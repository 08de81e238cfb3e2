import { onward as out } from '../../../shared/out/acts'
import { ownPad } from '../../doors/pad'
import { route } from '../../doors/route'
import { linkOnPad } from '../../rounds/manage/pads'

/** Opens on the pad what is shown to it. */
export default route({ who: 'pad', out }, async ({ event }) => ({ path: `/s/${await linkOnPad(await ownPad(event))}` }))
