import { answered as out } from '../../../shared/out/papers'
import { route } from '../../doors/route'
import { answeredView } from '../../views/answered'

export default route({ who: 'member', out }, () => answeredView())
