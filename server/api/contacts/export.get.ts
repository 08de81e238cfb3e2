import { peopleAs as query } from '../../../shared/bring-people'
import { route, sendFile } from '../../doors/route'
import { peopleFile } from '../../views/contacts'

/** Everybody, as a table or as cards. */
export default route({ who: 'jobs', out: 'file', query, throttle: 'draw' }, async ({ query, event }) =>
  sendFile(event, await peopleFile(query.as)),
)
