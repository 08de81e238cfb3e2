import { movedMarks as out } from '../../../../../shared/out/marking'
import { replaceFile } from '../../../../../shared/marking'
import { replaceUnder } from '../../../../marking/pages'
import { route } from '../../../../doors/route'

export default route({ who: 'library', out, body: replaceFile }, ({ id, body }) =>
  replaceUnder({ of: 'template', id }, body),
)
