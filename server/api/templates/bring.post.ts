import { brought as out } from '../../../shared/out/library'
import { bringIn } from '../../../shared/library'
import { BRING_MAX, bring } from '../../files/bring'
import { route } from '../../doors/route'

export default route(
  { who: 'library', out, query: bringIn, file: BRING_MAX, throttle: 'file' },
  async ({ query, bytes }) => bring(query.name, await bytes(), query.changes),
)
