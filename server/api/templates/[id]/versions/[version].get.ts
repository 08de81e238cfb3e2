import { versionDocument } from '../../../../views/templates'
import { route } from '../../../../doors/route'

export default route({ who: 'member' }, ({ id, part }) => versionDocument(id, part('version')))
