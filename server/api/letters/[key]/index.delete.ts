import { wordingIn as query } from '../../../../shared/letters'
import { route } from '../../../doors/route'
import { putBackLetter } from '../../../messages/letters'

/** Has a letter say what it usually says. */
export default route({ who: 'settings', query }, ({ query, part }) => putBackLetter(part('key'), query.language))
