import { theBusiness } from '../../services/business'
import { route } from '../../route'

export default route({ who: 'member' }, async () => (await theBusiness()).settings)
