import { ownView as out } from '../../../../../shared/out/own'
import { route } from '../../../../doors/route'
import { ownPreview } from '../../../../views/own'

/** Somebody's own page as they see it. It shows what is paid and owed. */
export default route({ who: 'money', out }, ({ id }) => ownPreview(id))
