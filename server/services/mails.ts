import { eq } from 'drizzle-orm'
import { formatDay, formatDayLong } from '../../core/calendar/dates'
import { formatMoney } from '../../core/money/money'
import { db } from '../db/client'
import { jobs, members, papers, roundPeople, rounds } from '../db/schema'
import type { Language } from '../../core/rounds/plan'
import { titlesOf } from '../../shared/papers'
import { messageValues } from '../../shared/rounds'
import { deadlineIn, fill, isRightToLeft, saysIn } from '../../shared/words'
import { hasStandin, useConfig } from '../config'
import type { MessageSecret } from '../db/schema'
import { Bounced, type Message, messageGateway } from '../gateways/mail'
import { escapeHtml } from '../html'
import { placeOf, withoutPlaces } from '../secrets'
import { today } from '../clock'
import type { Business } from './business'
import { theBusiness } from './business'
import { loadJob } from './jobs/load'
import { issueLink } from './rounds/links'
import { recordBounce, recordDelivered } from './rounds/delivery'
import { papersFor } from './rounds/papers'
import { sealedName } from './rounds/seal'
import { roundState } from './rounds/state'

const escape = escapeHtml
const oneLine = (s: string) => s.replace(/[\r\n]+/g, ' ')

/** A link of somebody's: made when the message is delivered. */
type Link = Extract<MessageSecret, { kind: 'link' }>
const linkOf = (personId: string, nonce: string): Link => ({ kind: 'link', personId, nonce })
const freshLink = async (personId: string, channel: 'email' | 'text'): Promise<Link> =>
  linkOf(personId, (await issueLink(personId, channel)).nonce)

interface Body {
  business: Business
  paragraphs: string[]
  /** Leads to a page of the business's, or by somebody's link. */
  button?: { label: string; to: string | Link }
  after?: string[]
  language?: Language
}

/** A message in plain text and in table HTML that mail programs can show, everything escaped. */
function compose({
  business,
  paragraphs,
  button,
  after = [],
  language = 'en',
}: Body): Pick<Message, 'text' | 'html' | 'secrets'> {
  const link = button && typeof button.to !== 'string' ? button.to : null
  const url = link ? placeOf(0) : ((button?.to as string | undefined) ?? '')
  const p = (s: string) => `<p style="margin:0 0 14px">${escape(s).replace(/\n/g, '<br>')}</p>`
  const text = [
    ...paragraphs,
    ...(button ? [`${button.label}:\n${url}`] : []),
    ...after,
    `${business.name}\n${business.address}`,
  ].join('\n\n')
  const html = `<!doctype html><html lang="${language}" dir="${isRightToLeft(language) ? 'rtl' : 'ltr'}"><body style="margin:0;background:#f7f5ef"><table role="presentation" width="100%" cellpadding="0" cellspacing="0"><tr><td align="center" style="padding:24px 12px"><table role="presentation" width="560" cellpadding="0" cellspacing="0" style="max-width:100%;background:#ffffff;border:1px solid #d9d5c7;font:16px/1.5 Georgia,serif;color:#20302b"><tr><td style="padding:28px 32px">${paragraphs.map(p).join('')}${button ? `<p style="margin:22px 0"><a href="${escape(url)}" style="background:#6b3f78;color:#ffffff;text-decoration:none;padding:12px 22px;display:inline-block;font-weight:bold">${escape(button.label)}</a></p>` : ''}${after.map(p).join('')}</td></tr><tr><td style="padding:16px 32px;border-top:1px solid #d9d5c7;font-size:13px;color:#55645e">${escape(`${business.name}, ${business.address}`).replace(/\n/g, ', ')}</td></tr></table></td></tr></table></body></html>`
  return { text, html, secrets: link ? [link] : [] }
}

async function post(
  business: Business,
  message: Pick<Message, 'key' | 'to' | 'subject'> & {
    attachments?: Message['attachments']
    secrets?: Message['secrets']
  } & Omit<Body, 'business'>,
): Promise<void> {
  const { key, to, subject, attachments = [], secrets = [], ...body } = message
  // Only a code stands within the words; a link is a button, and whatever else looks like a place was typed by somebody.
  const said = secrets.length ? body : { ...body, paragraphs: body.paragraphs.map(withoutPlaces) }
  const composed = compose({ business, ...said })
  await messageGateway().send({
    key,
    channel: 'mail',
    to: oneLine(to),
    from: `${business.name} <${business.email}>`,
    subject: withoutPlaces(oneLine(subject)),
    attachments,
    ...composed,
    secrets: [...composed.secrets, ...secrets],
  })
}

/** A text message: what it is about, and the link or the code. */
async function text(business: Business, key: string, to: string, words: string, secret: MessageSecret): Promise<void> {
  await messageGateway().send({
    key,
    channel: 'text',
    to: oneLine(to),
    from: business.name,
    subject: oneLine(words).slice(0, 120).replace(placeOf(0), '…'),
    text: secret.kind === 'link' ? `${withoutPlaces(words)}\n${placeOf(0)}` : words,
    html: '',
    attachments: [],
    secrets: [secret],
  })
}

async function aboutPerson(personId: string) {
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, personId))
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person!.roundId))
  const list = await papersFor(person!)
  const [job] = await db().select().from(jobs).where(eq(jobs.id, round!.jobId))
  const business = await theBusiness()
  const language = person!.how.language === 'auto' ? 'en' : person!.how.language
  const says = saysIn(language)
  const titles = titlesOf(list.map((p) => p.paper))
  return {
    person: person!,
    round: round!,
    list,
    job: job!,
    business,
    language,
    says,
    titles,
    /** What it is about, as it stands within a sentence. */
    about: { paper: language === 'en' ? `the ${titles.toLowerCase()}` : titles, job: job!.title },
  }
}
const capital = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)

/** Asks somebody to do their part, or reminds them. Says nothing when the round has gone on meanwhile. */
export async function mailAsk(
  key: string,
  personId: string,
  nonce: string,
  what: 'ask' | 'nudge' | 'again',
  channel: 'email' | 'text',
): Promise<void> {
  const all = await aboutPerson(personId)
  const { person, round, list, job, business, says, about, language, titles } = all
  const state = await roundState(round.id)
  const me = state.people.find((p) => p.id === personId)
  if (state.status !== 'out' || !me || me.status === 'done' || me.status === 'replaced') return
  const by = state.lapsesAt ? deadlineIn(language, state.lapsesAt, business.timeZone, today(business.timeZone)) : ''
  const put = messageValues({
    name: person.name,
    papers: list.map((p) => p.paper),
    job,
    today: today(business.timeZone),
    deadline: by,
    business: business.name,
  })
  const subject = fill(person.how.subject || round.subject, put)
  const titled =
    what === 'nudge' ? says('mReminder', { subject }) : what === 'again' ? says('mAgainSubject', { subject }) : subject
  const link = linkOf(personId, nonce)
  const send = async () => {
    if (channel === 'text') {
      await text(business, key, person.how.phone, `${business.name}: ${titled}`, link)
      return
    }
    if (person.memberId) {
      const signed = state.people.filter((p) => p.status === 'done' && p.part === 'sign').map((p) => p.name)
      await post(business, {
        key,
        to: person.email,
        subject: `Your move: ${titles}, ${job.title}`,
        paragraphs: [
          signed.length
            ? `${signed.join(' and ')} has signed ${about.paper} for ${job.title}. It is your turn to countersign.`
            : `${capital(about.paper)} for ${job.title} is yours to sign.`,
        ],
        button: { label: 'Read and countersign', to: `${useConfig().origin}/papers/${round.paperId}` },
      })
      return
    }
    await post(business, {
      key,
      to: person.email,
      subject: titled,
      language,
      paragraphs: [
        what === 'nudge'
          ? says('mNudge', about)
          : what === 'again'
            ? capital(says('mAgain', about))
            : fill(person.how.message || round.message, put),
        ...(by ? [says('mPleaseBy', { date: by })] : []),
      ],
      button: {
        label: says(
          me.part === 'witness'
            ? 'mReadWitness'
            : all.list.length === 1 && all.list[0]!.paper.kind === 'quote'
              ? 'mReadQuote'
              : 'mReadSign',
        ),
        to: link,
      },
      after: [says('mYours')],
    })
  }
  await tried(send, round.id, personId, channel === 'text' ? person.how.phone : person.email)
}

/** Sends, and keeps in the round whether it arrived. What can't be delivered is told at once; what may work later is tried again. */
async function tried(send: () => Promise<void>, roundId: string, personId: string, address: string): Promise<void> {
  try {
    await send()
  } catch (error) {
    if (!(error instanceof Bounced)) throw error
    await recordBounce(roundId, personId, address, error.message)
    return
  }
  await recordDelivered(roundId, personId, address)
}

/** Sends somebody their copies, sealed: attached or by a link, as they were set to get them. */
export async function mailCopy(key: string, personId: string): Promise<void> {
  const { person, round, list, says, business, about, titles, job, language } = await aboutPerson(personId)
  const byLink = person.how.copy === 'link' || !person.email
  const link = byLink ? await freshLink(personId, person.email ? 'email' : 'text') : null
  const subject = says('mSignedSubject', { paper: titles, job: job.title })
  const send = async () => {
    if (!person.email) return text(business, key, person.how.phone, `${business.name}: ${subject}`, link!)
    const attachments = byLink
      ? []
      : await Promise.all(list.map(async (p) => ({ name: await sealedName(round.id, p.paper.id), sha: p.sealedSha! })))
    await post(business, {
      key,
      to: person.email,
      language,
      subject,
      paragraphs: [says(byLink ? 'mSignedLink' : 'mSigned', about)],
      ...(link ? { button: { label: says('mFetch'), to: link } } : {}),
      attachments,
    })
  }
  await tried(send, round.id, personId, person.email || person.how.phone)
}

/** Tells somebody who gets a copy that it is out, with the way to read it. */
export async function mailTold(key: string, personId: string): Promise<void> {
  const { person, round, says, business, about, language } = await aboutPerson(personId)
  if (person.how.copy === 'none') return
  const link = await freshLink(personId, person.email ? 'email' : 'text')
  const subject = says('mToldSubject', { subject: round.subject })
  const send = () =>
    person.email
      ? post(business, {
          key,
          to: person.email,
          language,
          subject,
          paragraphs: [capital(says('mTold', about))],
          button: { label: says('mRead'), to: link },
        })
      : text(business, key, person.how.phone, `${business.name}: ${subject}`, link)
  await tried(send, round.id, personId, person.email || person.how.phone)
}

/** A one-time code, by e-mail or text; made from its nonce when it is delivered. */
export async function sendCode(key: string, personId: string, nonce: string, by: 'email' | 'text'): Promise<void> {
  const { person, says, business, language } = await aboutPerson(personId)
  const secret: MessageSecret = { kind: 'code', personId, nonce }
  const words = says('mCode', { code: placeOf(0) })
  if (by === 'text') return text(business, key, person.how.phone, `${business.name}: ${words}`, secret)
  await post(business, {
    key,
    to: person.email,
    language,
    subject: says('mCodeSubject', { business: business.name }),
    paragraphs: [words],
    secrets: [secret],
  })
}

/** The answer to somebody's question. */
export async function mailAnswer(key: string, personId: string, question: string, answer: string): Promise<void> {
  const { person, says, business, language } = await aboutPerson(personId)
  if (!person.email) return
  const link = await freshLink(personId, 'email')
  await post(business, {
    key,
    to: person.email,
    language,
    subject: says('mAnswerSubject', { business: business.name }),
    paragraphs: [says('mAnswer', { question }), answer],
    button: { label: says('mRead'), to: link },
  })
}

/** Asks somebody inside the business to check, or tells whoever handed it in what became of it. */
export async function mailMember(
  key: string,
  memberId: string,
  message: { subject: string; words: string; path: string },
): Promise<void> {
  const [member] = await db().select().from(members).where(eq(members.id, memberId))
  if (!member) return
  await post(await theBusiness(), {
    key,
    to: member.email,
    subject: message.subject,
    paragraphs: [message.words],
    button: { label: 'Open it', to: `${useConfig().origin}${message.path}` },
  })
}

/** Asks the client for what is due now on an agreed job, with the way to pay. */
export async function mailDeposit(key: string, jobId: string): Promise<void> {
  const { job, client, stages, business } = await loadJob(jobId)
  const stage = stages.find((s) => s.open > 0 && !s.held && s.dueOn)
  if (!client?.email || !stage || stage.key !== 'deposit') return
  const holder = await clientPerson(jobId, client.id)
  if (!holder) return
  const amount = formatMoney(stage.open, business.currency)
  const due = stage.dueOn ? `, due ${formatDayLong(stage.dueOn)}` : ''
  const byCard = hasStandin('cards')
  await post(business, {
    key,
    to: client.email,
    subject: `${stage.label} for ${job.title}: ${amount}`,
    paragraphs: [
      `Thank you. To reserve ${job.day ? formatDay(job.day, today(business.timeZone)) : 'your day'}, please pay the ${stage.label.toLowerCase()} of ${amount}${due}.`,
      ...(byCard || !business.bank ? [] : [`By bank to: ${business.bank}`]),
    ],
    button: { label: byCard ? `Pay ${amount}` : 'See what was agreed', to: await freshLink(holder.id, 'email') },
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
      button: { label: 'Open the job', to: `${useConfig().origin}/jobs/${jobId}` },
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
