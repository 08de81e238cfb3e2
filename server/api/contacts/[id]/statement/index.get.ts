import { statementQuery as query } from '../../../../../shared/jobs'
import { route, sendPdf } from '../../../../doors/route'
import { statementPdf } from '../../../../money/statement'

/** A client's statement as a PDF, as things are now. */
export default route({ who: 'money', out: 'file', query, throttle: 'draw' }, async ({ id, event, query }) => {
  const file = await statementPdf(id, query.from ?? null)
  return sendPdf(event, file.bytes, file.name)
})
