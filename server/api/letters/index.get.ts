import { lettersView as out, wordingIn as query } from '../../../shared/letters'
import { route } from '../../doors/route'
import { lettersIn } from '../../messages/letters'

/** Every letter as it goes out in one language. */
export default route({ who: 'settings', out, query }, ({ query }) => lettersIn(query.language))
