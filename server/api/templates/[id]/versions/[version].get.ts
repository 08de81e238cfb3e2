import { versionDocument } from '../../../../services/templates/templates'
import { route } from '../../../../route'

export default route({ who: 'member' }, ({ id, part }) => versionDocument(id, part('version')))
