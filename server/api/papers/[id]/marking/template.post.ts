import { made as out } from '../../../../../shared/out/acts'
import { keepTemplate } from '../../../../../shared/marking'
import { keepAsTemplate } from '../../../../marking/table'
import { route } from '../../../../doors/route'

export default route({ who: 'library', out, body: keepTemplate }, async ({ id, body }) => ({
  id: await keepAsTemplate(id, body),
}))
