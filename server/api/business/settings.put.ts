import { businessSettings as body } from '../../../shared/rounds'
import { changeSettings } from '../../services/business'
import { route } from '../../route'

export default route({ body }, ({ body }) => changeSettings(body))
