import { sendCallback } from '../gateways/cards/standin'
import { mailAsk, mailCopy, mailDeposit, mailInvoice, mailOwner } from '../services/mails'
import { raiseInvoice } from '../services/money/invoices'
import { lapseRound } from '../services/rounds/manage'
import { sealRound } from '../services/rounds/seal'
import type { Handler } from './outbox'

const s = (v: unknown) => String(v)

/** Everything that is done later, by kind. */
export const handlers: Record<string, Handler> = {
  'mail.ask': (e) => mailAsk(e.key, s(e.payload.personId), s(e.payload.nonce), e.payload.nudge === true),
  'mail.copy': (e) => mailCopy(e.key, s(e.payload.personId)),
  'mail.deposit': (e) => mailDeposit(e.key, s(e.payload.jobId)),
  'mail.owner': (e) => mailOwner(e.key, s(e.payload.jobId), s(e.payload.subject), s(e.payload.words)),
  'mail.invoice': (e) => mailInvoice(e.key, s(e.payload.jobId), s(e.payload.number), s(e.payload.sha)),
  seal: (e) => sealRound(s(e.payload.roundId)),
  lapse: (e) => lapseRound(s(e.payload.roundId)),
  invoice: (e) => raiseInvoice(s(e.payload.jobId)),
  'standin.callback': (e) => sendCallback(e.key, s(e.payload.id), s(e.payload.status)),
}
