import { scanOf } from '../../../../services/rounds/on-paper'
import { route, sendFile } from '../../../../route'

export default route({ who: 'member' }, async ({ id, event, part }) => sendFile(event, await scanOf(id, part('sha'))))
