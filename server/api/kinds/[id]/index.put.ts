import { namedKind as body } from '../../../../shared/starter'
import { changeKind } from '../../../business/kinds'
import { route } from '../../../doors/route'
import { whileSame } from '../../../doors/same'
import { kindRows } from '../../../views/library'

export default route({ who: 'settings', body }, ({ id, body, event }) =>
  whileSame(
    event,
    async () => (await kindRows()).find((k) => k.id === id),
    () => changeKind(id, body),
  ),
)
