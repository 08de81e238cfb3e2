import { movedMarks as out } from '../../../../../shared/out/marking'
import { changePages } from '../../../../../shared/marking'
import { arrangePages } from '../../../../marking/pages'
import { route } from '../../../../doors/route'

export default route({ who: 'library', out, body: changePages }, ({ id, body }) =>
  arrangePages({ of: 'template', id }, body),
)
