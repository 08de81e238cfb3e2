import { route } from '../../../doors/route'
import { takeBackCallOff } from '../../../rounds/manage/call-off'

/** Takes it back, within the hour. */
export default route({ who: 'book' }, ({ id }) => takeBackCallOff(id))
