import { padView as out } from '../../../shared/out/desk'
import { padOfScreen } from '../../doors/pad'
import { route } from '../../doors/route'
import { padView } from '../../views/pad'

/** How a screen stands that is a pad, or was offered as one. */
export default route({ who: 'anyone', out }, async ({ event }) => padView(await padOfScreen(event)))
