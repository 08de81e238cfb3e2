import { dataAs } from '../../../../shared/marking'
import { dataFile } from '../../../services/marking/data'
import { route, sendFile } from '../../../route'

export default route({ query: dataAs }, async ({ id, query, event }) => sendFile(event, await dataFile(id, query.as)))
