import { isLate } from '../../core/line/line'
import { Problem } from '../platform/problem'
import { askAgain } from '../money/ask'
import { invoiceByHand, invoiceable } from '../money/invoices'
import { enqueue } from '../queue/outbox'
import type { Doing, Done } from './done'

/** Asks for what is due: once more for what is late, else for the first that is open. */
export async function askForMoney(d: Doing): Promise<Done> {
  const { loaded } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  const { job, client, stages, today } = loaded
  if (!job.agreedOn || job.calledOff) return { left: 'Nothing is to be paid on it.' }
  if (stages.some((s) => !s.held && isLate(s, today))) {
    await askAgain(job.id)
    return { did: `Asked ${client?.name ?? 'the client'} once more for what is overdue`, made: { what: 'sent' } }
  }
  const next = stages.find((s) => !s.held && s.open > 0)
  if (!next) return { left: 'Nothing is left to pay.' }
  if (!client?.email)
    throw new Problem('not-now', 'The client has no e-mail address. Add it to the contact, or call them.')
  await enqueue('mail.late', `asked:${d.key}`, { jobId: job.id, stage: next.key })
  return { did: `Asked ${client.name} for ${next.label.toLowerCase()}`, made: { what: 'sent' } }
}

/** Raises the invoice of all that is left. */
export async function raiseIt(d: Doing): Promise<Done> {
  const { loaded } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  if (loaded.invoice) return { left: `Invoice ${loaded.invoice.number} is raised already.` }
  if (!invoiceable(loaded).some((x) => x.stage === null)) return { left: 'There is nothing to invoice.' }
  await invoiceByHand(loaded.job.id, { stage: null, key: d.key })
  return { did: 'Invoice raised', made: { what: 'sent' } }
}
