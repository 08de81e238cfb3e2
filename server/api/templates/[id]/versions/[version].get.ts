import { versionDocument } from '../../../../services/templates/templates'
import { route } from '../../../../route'

export default route({}, ({ id, event }) => versionDocument(id, event.context.params!.version!))
