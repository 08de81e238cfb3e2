import { theBusiness } from '../../records/business'
import { route } from '../../doors/route'

export default route({ who: 'member' }, async () => (await theBusiness()).settings)
