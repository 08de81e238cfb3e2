import { eq } from 'drizzle-orm'
import { formatDay, formatDayLong, formatInstant } from '../../core/calendar/dates'
import { formatMoney } from '../../core/money/money'
import { db } from '../db/client'
import { jobs, members, papers, roundPeople, rounds } from '../db/schema'
import { useConfig } from '../config'
import { type Message, messageGateway } from '../gateways/mail'
import { today } from '../clock'
import type { Business } from './business'
import { theBusiness } from './business'
import { loadJob } from './jobs/load'
import { issueLink, linkUrl, tokenOf } from './rounds/links'
import { sealedName } from './rounds/seal'
import { roundState } from './rounds/state'

const escape = (s: string) => s.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`)
const oneLine = (s: string) => s.replace(/[\r\n]+/g, ' ')

interface Body {
  business: Business
  paragraphs: string[]
  button?: { label: string; url: string }
  after?: string[]
}

/** A message in plain text and in table HTML that mail programs can show, everything escaped. */
function compose({ business, paragraphs, button, after = [] }: Body): { text: string; html: string } {
  const p = (s: string) => `<p style="margin:0 0 14px">${escape(s).replace(/\n/g, '<br>')}</p>`
  const text = [
    ...paragraphs,
    ...(button ? [`${button.label}:\n${button.url}`] : []),
    ...after,
    `${business.name}\n${business.address}`,
  ].join('\n\n')
  const html = `<!doctype html><html lang="en"><body style="margin:0;background:#f7f5ef"><table role="presentation" width="100%" cellpadding="0" cellspacing="0"><tr><td align="center" style="padding:24px 12px"><table role="presentation" width="560" cellpadding="0" cellspacing="0" style="max-width:100%;background:#ffffff;border:1px solid #d9d5c7;font:16px/1.5 Georgia,serif;color:#20302b"><tr><td style="padding:28px 32px">${paragraphs.map(p).join('')}${button ? `<p style="margin:22px 0"><a href="${escape(button.url)}" style="background:#6b3f78;color:#ffffff;text-decoration:none;padding:12px 22px;display:inline-block;font-weight:bold">${escape(button.label)}</a></p>` : ''}${after.map(p).join('')}</td></tr><tr><td style="padding:16px 32px;border-top:1px solid #d9d5c7;font-size:13px;color:#55645e">${escape(`${business.name}, ${business.address}`).replace(/\n/g, ', ')}</td></tr></table></td></tr></table></body></html>`
  return { text, html }
}

async function post(
  business: Business,
  message: Pick<Message, 'key' | 'to' | 'subject'> & { attachments?: Message['attachments'] } & Omit<Body, 'business'>,
): Promise<void> {
  const { key, to, subject, attachments = [], ...body } = message
  await messageGateway().send({
    key,
    channel: 'mail',
    to: oneLine(to),
    from: `${business.name} <${business.email}>`,
    subject: oneLine(subject),
    attachments,
    ...compose({ business, ...body }),
  })
}

async function aboutPerson(personId: string) {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person!.roundId))
  const [paper] = await db().select().from(papers).where(eq(papers.id, round!.paperId))
  const [job] = await db().select().from(jobs).where(eq(jobs.id, round!.jobId))
  return { person: person!, round: round!, paper: paper!, job: job!, business: await theBusiness() }
}

/** Asks somebody to sign, or reminds them. Says nothing when the round has gone on meanwhile. */
export async function mailAsk(key: string, personId: string, nonce: string, nudge: boolean): Promise<void> {
  const { person, round, paper, job, business } = await aboutPerson(personId)
  const state = await roundState(round.id)
  if (state.status !== 'out' || state.people.find((p) => p.id === personId)?.status === 'done') return
  const deadline = round.lapsesAt
    ? [`Please by ${formatInstant(round.lapsesAt, business.timeZone, today(business.timeZone))}.`]
    : []
  if (person.memberId) {
    const others = state.people
      .filter((p) => p.status === 'done')
      .map((p) => p.name)
      .join(' and ')
    return post(business, {
      key,
      to: person.email,
      subject: `Your move: ${paper.title}, ${job.title}`,
      paragraphs: [
        `${others} has signed the ${paper.title.toLowerCase()} for ${job.title}. It is your turn to countersign.`,
      ],
      button: { label: 'Read and countersign', url: `${useConfig().origin}/papers/${paper.id}` },
    })
  }
  return post(business, {
    key,
    to: person.email,
    subject: nudge ? `A reminder: ${round.subject}` : round.subject,
    paragraphs: [
      nudge
        ? `A gentle reminder: the ${paper.title.toLowerCase()} for ${job.title} is waiting for you.`
        : round.message,
      ...deadline,
    ],
    button: {
      label: paper.kind === 'quote' ? 'Read the quote' : 'Read and sign',
      url: linkUrl(tokenOf(personId, nonce)),
    },
    after: ['The link is yours alone; please don’t pass it on.'],
  })
}

/** Sends somebody the sealed copy. */
export async function mailCopy(key: string, personId: string): Promise<void> {
  const { person, round, paper, job, business } = await aboutPerson(personId)
  const attachments = [{ name: await sealedName(round), sha: round.sealedSha! }]
  await post(business, {
    key,
    to: person.email,
    subject: `Signed: ${paper.title}, ${job.title}`,
    paragraphs: [
      `Everyone has signed the ${paper.title.toLowerCase()} for ${job.title}. The sealed copy is attached; keep it. Its last pages are the signing record.`,
    ],
    attachments,
  })
}

/** Asks the client for what is due now on an agreed job, with the way to pay. */
export async function mailDeposit(key: string, jobId: string): Promise<void> {
  const { job, client, stages, business } = await loadJob(jobId)
  const stage = stages.find((s) => s.open > 0 && !s.held && s.dueOn)
  if (!client?.email || !stage || stage.key !== 'deposit') return
  const holder = await clientPerson(jobId, client.id)
  if (!holder) return
  const { token } = await issueLink(holder.id, 'email')
  const amount = formatMoney(stage.open, business.currency)
  await post(business, {
    key,
    to: client.email,
    subject: `${stage.label} for ${job.title}: ${amount}`,
    paragraphs: [
      `Thank you. To reserve ${job.day ? formatDay(job.day, today(business.timeZone)) : 'your day'}, please pay the ${stage.label.toLowerCase()} of ${amount}${stage.dueOn ? `, due ${formatDayLong(stage.dueOn)}` : ''}.`,
    ],
    button: { label: `Pay ${amount}`, url: linkUrl(token) },
  })
}

async function clientPerson(jobId: string, contactId: string): Promise<{ id: string } | undefined> {
  const rows = await db()
    .select({
      id: roundPeople.id,
      contactId: roundPeople.contactId,
      kind: papers.kind,
      state: papers.state,
      at: rounds.createdAt,
    })
    .from(roundPeople)
    .innerJoin(rounds, eq(rounds.id, roundPeople.roundId))
    .innerJoin(papers, eq(papers.id, rounds.paperId))
    .where(eq(rounds.jobId, jobId))
  return rows.filter((r) => r.contactId === contactId && r.state === 'signed').sort((a, b) => (a.at < b.at ? 1 : -1))[0]
}

/** Tells the owner about something on a job. */
export async function mailOwner(key: string, jobId: string, subject: string, words: string): Promise<void> {
  const business = await theBusiness()
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, jobId))
  const owners = await db().select({ email: members.email }).from(members).where(eq(members.role, 'owner'))
  for (const [i, o] of owners.entries())
    await post(business, {
      key: `${key}:${i}`,
      to: o.email,
      subject: `${subject}, ${job?.title ?? ''}`,
      paragraphs: [words],
      button: { label: 'Open the job', url: `${useConfig().origin}/jobs/${jobId}` },
    })
}

/** Sends an invoice. */
export async function mailInvoice(key: string, jobId: string, number: string, sha: string): Promise<void> {
  const { job, client, invoice, business } = await loadJob(jobId)
  if (!client?.email || !invoice) return
  const { balance, dueOn } = invoice.invoice
  await post(business, {
    key,
    to: client.email,
    subject: `Invoice ${number} for ${job.title}`,
    attachments: [{ name: `Invoice ${number}.pdf`, sha }],
    paragraphs: [
      `Attached is invoice ${number} for ${job.title}, ${formatMoney(invoice.invoice.total, business.currency)} in all.`,
      balance > 0 && dueOn
        ? `The balance of ${formatMoney(balance, business.currency)} is due ${formatDayLong(dueOn)}.`
        : 'Nothing is left to pay.',
    ],
  })
}
