import { paperDocument as out } from '../../../../../core/document/model'
import { versionDocument } from '../../../../views/templates'
import { route } from '../../../../doors/route'

export default route({ who: 'member', out }, ({ id, part }) => versionDocument(id, part('version')))
