import { made as out } from '../../../shared/out/acts'
import { namedKind as body } from '../../../shared/starter'
import { addKind } from '../../business/kinds'
import { route } from '../../doors/route'

export default route({ who: 'settings', out, body }, async ({ body }) => ({ id: await addKind(body) }))
