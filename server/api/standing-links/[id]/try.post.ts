import { flowTried as out } from '../../../../shared/out/standing-links'
import { tryFlow as body } from '../../../../shared/standing-links'
import { tryFlow } from '../../../views/standing-links'
import { route } from '../../../doors/route'

export default route({ who: 'library', out, body }, ({ id, body }) => tryFlow(id, body.templateId, body.answers))
