import { wording as body } from '../../../../shared/letters'
import { route } from '../../../doors/route'
import { rewordLetter } from '../../../messages/letters'

export default route({ who: 'settings', body }, ({ body, part }) => rewordLetter(part('key'), body))
