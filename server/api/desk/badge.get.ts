import { badgeOf as query } from '../../../shared/desk'
import { route, sendPdf } from '../../doors/route'
import { badgePdf } from '../../views/badge'

/** The badge of somebody's visit. */
export default route({ who: 'desk', query, out: 'file', throttle: 'draw' }, async ({ query, event }) =>
  sendPdf(event, await badgePdf(query.job, query.contact), 'badge.pdf'),
)
