import { theBusiness } from '../../services/business'
import { route } from '../../route'

export default route({}, async () => (await theBusiness()).settings)
