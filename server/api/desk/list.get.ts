import { deskList as query } from '../../../shared/desk'
import { deskListPdf } from '../../views/desk-list'
import { route, sendFile } from '../../doors/route'

/** Who is here, as one PDF. */
export default route({ who: 'desk', out: 'file', query, throttle: 'draw' }, async ({ event, query }) =>
  sendFile(event, { bytes: await deskListPdf(query.day, query.job), name: 'who-is-here.pdf', type: 'application/pdf' }),
)
