import { posterQuery as query } from '../../../../shared/standing-links'
import { posterPdf } from '../../../views/poster'
import { route, sendPdf } from '../../../doors/route'

export default route(
  { who: ['library', 'desk'], query, out: 'file', throttle: 'draw' },
  async ({ id, query, event }) => {
    const { pdf, name } = await posterPdf(id, query.size)
    return sendPdf(event, pdf, name)
  },
)
