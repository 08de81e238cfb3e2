import { journalQuery as query } from '../../../shared/ledger'
import { route, sendFile } from '../../doors/route'
import { journalFile } from '../../views/ledger'

/** The journal of some days as a table for the bookkeeper. */
export default route({ who: 'money', out: 'file', query, throttle: 'draw' }, async ({ event, query }) =>
  sendFile(event, await journalFile(query)),
)
