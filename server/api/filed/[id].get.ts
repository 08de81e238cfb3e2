import { route, sendFile } from '../../doors/route'
import { filedFile } from '../../views/filed'

export default route({ who: 'member', out: 'file' }, async ({ id, event }) => sendFile(event, await filedFile(id)))
