import { versionDocument } from '../../../../templates/templates'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => versionDocument(id, part('version')))
