import { tellApart } from '../../contacts/merge'
import { route } from '../../doors/route'

/** Tells two apart again who were taken for one. */
export default route({ who: 'jobs' }, ({ id }) => tellApart(id))
