import { keepTemplate } from '../../../../../shared/marking'
import { keepAsTemplate } from '../../../../services/marking/table'
import { route } from '../../../../route'

export default route({ who: 'member', body: keepTemplate }, async ({ id, body }) => ({
  id: await keepAsTemplate(id, body),
}))
