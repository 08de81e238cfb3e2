import { toBuffer } from 'qrcode'
import { capital } from '../../core/text/case'
import { and, eq } from 'drizzle-orm'
import type { News } from '../../core/rounds/told'
import { fill, listIn } from '../../shared/words'
import { roundWords } from '../../shared/words/says'
import { codesOn } from '../desk/codes'
import { pathPart } from '../../core/follow-ups/values'
import { calendarOf } from '../../core/calendar/feed'
import { entriesOfJob } from '../jobs/days'
import { loadJob } from '../records/job'
import { putBlob } from '../platform/blobs'
import { useConfig } from '../platform/config'
import { db } from '../platform/db/client'
import { type MessageSecret, roundEvents, roundPeople } from '../platform/db/schema'
import { Bounced } from '../gateways/mail'
import { placeOf } from '../platform/secrets'
import { recordBounce, recordDelivered } from '../rounds/after/delivery'
import { sealedName } from '../rounds/seal/name'
import { roundState } from '../chain/state'
import { type About, aboutPerson } from './about'
import { isOrganisation } from '../records/contacts'
import { freshLink, linkOf, post, text } from './compose'

/** To whom somebody passed it on: from whom it comes, and why, as they wrote it. */
async function passedWords({ person, says }: About): Promise<string[]> {
  const rows = await db()
    .select({ data: roundEvents.data })
    .from(roundEvents)
    .where(and(eq(roundEvents.roundId, person.roundId), eq(roundEvents.type, 'passed-on')))
  const passed = rows
    .map((r) => r.data as { person: string; reason?: string; by: { id: string } })
    .find((d) => d.by.id === person.id)
  if (!passed) return []
  const [from] = await db()
    .select({ name: roundPeople.name })
    .from(roundPeople)
    .where(eq(roundPeople.id, passed.person))
  const { name } = from!
  const reason = passed.reason ? [says('mSays', { name, reason: passed.reason })] : []
  return [says('mPassed', { from: name }), ...reason]
}

/** Asks somebody to do their part, or reminds them. Says nothing when the round has gone on meanwhile. */
export async function mailAsk(
  key: string,
  personId: string,
  nonce: string,
  what: 'ask' | 'nudge' | 'again',
  channel: 'email' | 'text',
): Promise<void> {
  const all = await aboutPerson(personId)
  const { person, round, job, business, says, about, language, titles } = all
  const state = await roundState(round.id)
  const me = state.people.find((p) => p.id === personId)
  if (state.status !== 'out' || !me || me.status === 'done' || me.status === 'replaced') return
  const by = all.deadline(state.lapsesAt)
  const put = all.values(state.lapsesAt, await isOrganisation(person.contactId))
  const subject = fill(person.how.subject || roundWords(round.subject, 'mSubject', language, all.own), put)
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
        about: 'papers',
        key,
        to: person.email,
        subject: `Your move: ${titles}, ${job.title}`,
        paragraphs: [
          signed.length
            ? `${listIn('en', signed)} ${signed.length === 1 ? 'has' : 'have'} signed ${about.paper} for ${job.title}. It is your turn to countersign.`
            : `It is your turn to sign ${about.paper} for ${job.title}.`,
        ],
        button: { label: 'Read and countersign', to: `${useConfig().origin}/papers/${round.paperId}` },
      })
      return
    }
    await post(business, {
      about: 'papers',
      key,
      to: person.email,
      subject: titled,
      language,
      paragraphs: [
        what === 'nudge'
          ? says('mNudge', about)
          : what === 'again'
            ? capital(says('mAgain', about))
            : fill(person.how.message || roundWords(round.message, 'mMessage', language, all.own), put),
        ...(what === 'ask' ? await passedWords(all) : []),
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
    // Whoever merely reads along isn't who comes.
    const codes =
      person.part === 'sign' ? await Promise.all(codesOn(list, round.jobId).map((c) => codePicture(c.code))) : []
    await post(business, {
      about: 'papers',
      key,
      to: person.email,
      language,
      subject,
      paragraphs: [
        says(byLink ? 'mSignedLink' : 'mSigned', about),
        ...(codes.length ? [says('mDeskCode', { codes: codes.map((c) => c.code).join(', ') })] : []),
      ],
      ...(link ? { button: { label: says('mFetch'), to: link } } : {}),
      attachments: [
        ...attachments,
        ...codes.map(({ name, sha }) => ({ name, sha })),
        ...(await dayOf(round.jobId, person)),
      ],
    })
  }
  await tried(send, round.id, personId, person.email || person.how.phone)
}

/** The job's days for the calendar of somebody outside who comes to it; none where it has no day, or they get no more than a copy. */
async function dayOf(
  jobId: string,
  person: Pick<About['person'], 'part' | 'memberId'>,
): Promise<{ name: string; sha: string }[]> {
  if (person.memberId || person.part === 'copy') return []
  const { job, business } = await loadJob(jobId)
  const entries = entriesOfJob(job, business.name, '')
  if (!entries.length) return []
  const bytes = new TextEncoder().encode(calendarOf(business.name, entries, true))
  return [{ name: `${pathPart(job.title)}.ics`, sha: await putBlob(bytes, 'text/calendar') }]
}

/** The QR code of a visit as a picture to be shown at the desk. */
async function codePicture(code: string): Promise<{ code: string; name: string; sha: string }> {
  const png = await toBuffer(code, { margin: 2, scale: 8 })
  return { code, name: `${code}.png`, sha: await putBlob(new Uint8Array(png), 'image/png') }
}

/** Tells somebody who gets a copy that it is out, with the way to read it. */
export async function mailTold(key: string, personId: string): Promise<void> {
  const all = await aboutPerson(personId)
  const { person, round, says, business, about, language } = all
  if (person.how.copy === 'none') return
  const link = await freshLink(personId, person.email ? 'email' : 'text')
  const put = all.values(round.lapsesAt, await isOrganisation(person.contactId))
  const subject = says('mToldSubject', { subject: fill(roundWords(round.subject, 'mSubject', language, all.own), put) })
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
export async function mailCode(key: string, personId: string, nonce: string, by: 'email' | 'text'): Promise<void> {
  const { person, says, business, language } = await aboutPerson(personId)
  const secret: MessageSecret = { kind: 'code', personId, nonce }
  const words = says('mCode', { code: placeOf(0) })
  if (by === 'text') return text(business, key, person.how.phone, `${business.name}: ${words}`, secret)
  await post(business, {
    about: 'papers',
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
    about: 'papers',
    key,
    to: person.email,
    language,
    subject: says('mAnswerSubject', { business: business.name }),
    paragraphs: [says('mAnswer', { question }), answer],
    button: { label: says('mRead'), to: link },
  })
}

/** Tells somebody of a round what became of it. */
export async function mailNews(
  key: string,
  personId: string,
  news: News,
  said: { by: string; reason: string },
): Promise<void> {
  const { person, round, says, business, about, language, titles, job, deadline } = await aboutPerson(personId)
  const NEWS = {
    withdrawn: ['mWithdrawnSubject', 'mWithdrawn'],
    declined: ['mDeclinedSubject', 'mDeclined'],
    held: ['mHeldSubject', 'mHeld'],
    'goes-on': ['mGoesOnSubject', 'mGoesOn'],
    lapsed: ['mLapsedSubject', 'mLapsed'],
    extended: ['mExtendedSubject', 'mExtended'],
    taken: ['mTakenSubject', 'mTaken'],
  } as const
  const [subjectKey, wordsKey] = NEWS[news]
  const subject = says(subjectKey, { paper: titles, job: job.title })
  const by = deadline((await roundState(round.id)).lapsesAt)
  const reads = news === 'goes-on' || news === 'extended'
  const link = reads && !person.memberId ? await freshLink(personId, person.email ? 'email' : 'text') : null
  const to = link ?? (reads ? `${useConfig().origin}/papers/${round.paperId}` : null)
  const send = () =>
    person.email
      ? post(business, {
          key,
          to: person.email,
          language,
          subject,
          paragraphs: [
            capital(says(wordsKey, { ...about, name: said.by })),
            ...(said.reason ? [says('mSays', { name: said.by, reason: said.reason })] : []),
            ...(reads && by ? [says('mPleaseBy', { date: by })] : []),
            ...(news === 'extended' && !by ? [says('mNoDeadline')] : []),
          ],
          ...(to ? { button: { label: says('mReadSign'), to } } : {}),
        })
      : text(business, key, person.how.phone, `${business.name}: ${subject}`, link)
  if (person.email || person.how.phone) await tried(send, round.id, personId, person.email || person.how.phone)
}
