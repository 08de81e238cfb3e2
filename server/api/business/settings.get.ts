import { settingsView as out } from '../../../shared/out/acts'
import { theBusiness } from '../../records/business'
import { route } from '../../doors/route'

export default route({ who: 'member', out }, async () => (await theBusiness()).settings)
