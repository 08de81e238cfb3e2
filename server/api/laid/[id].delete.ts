import { route } from '../../doors/route'
import { takeUp } from '../../jobs/laid'

export default route({ who: 'jobs' }, ({ id }) => takeUp(id))
