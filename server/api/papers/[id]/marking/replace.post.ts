import { movedMarks as out } from '../../../../../shared/out/marking'
import { replaceFile } from '../../../../../shared/marking'
import { replaceUnder } from '../../../../marking/pages'
import { route } from '../../../../doors/route'

export default route({ who: 'papers', out, body: replaceFile }, ({ id, body }) =>
  replaceUnder({ of: 'paper', id }, body),
)
