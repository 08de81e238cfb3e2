import { markedRevision as out } from '../../../../../shared/out/acts'
import { saveMarking } from '../../../../../shared/marking'
import { saveTable } from '../../../../marking/table'
import { markingView } from '../../../../views/marking'
import { route } from '../../../../doors/route'

export default route({ who: 'library', out, limit: 6_000_000, body: saveMarking }, async ({ id, body, event }) => {
  const on = { of: 'template', id } as const
  const revision = await saveTable(on, body, event.context.member!.name)
  return { revision, preflight: (await markingView(on)).preflight }
})
