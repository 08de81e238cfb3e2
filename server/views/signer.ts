import { desc, eq, inArray } from 'drizzle-orm'
import { differences } from '../../core/rounds/difference'
import type { Language } from '../../core/text/language'
import { mayRead, linkStateFor } from '../../core/rounds/link-state'
import type { SignerPaper, SignerView } from '../../shared/signer'
import { EMPTY_DRAFT } from '../../shared/draft'
import { now, today } from '../platform/clock'
import { codesOn } from '../desk/codes'
import { takesCards } from '../gateways/cards'
import { db } from '../platform/db/client'
import { contacts, jobs, members, paperVersions, proofs, roundEvents, rounds } from '../platform/db/schema'
import { paymentCode } from '../../core/money/payment-qr'
import { spaced } from '../../core/money/reference'
import type { Stage } from '../../core/payment-plan/plan'
import { referenceFor } from '../money/reference'
import { type Business, drawnLookOf, theBusiness } from '../records/business'
import { loadJob } from '../records/job'
import { onItsWay } from '../money/payments'
import { isOrganisation } from '../records/contacts'
import { aroundOf } from '../../core/fields/around'
import { givenBefore } from '../../core/rounds/given'
import type { LinkHolder } from '../chain/links'
import { type RoundPaper, papersFor } from '../chain/papers'
import { CODE_TRIES } from '../rounds/act/prove-code'
import { masked } from '../../core/rounds/masked'
import { readRound } from '../chain/state'
import { affirms } from '../chain/passes'
import { nextOn } from '../rounds/manage/handover'
import { hosting } from '../rounds/act/host'
import { witnessBeside } from '../rounds/act/witness'

/** Everything that isn't known, or isn't to be told, before somebody has proved who they are. */
const HIDDEN = {
  papers: [] as SignerPaper[],
  around: { fields: [], values: {} },
  given: {} as SignerView['given'],
  chosen: null,
  others: [] as SignerView['others'],
  questions: [] as SignerView['questions'],
  further: '',
  thanks: '',
  witnesses: null,
  beside: null,
  reason: null,
  pay: null,
  draft: EMPTY_DRAFT,
  version: 0,
}

/** Where somebody's copy goes, with its middle left out; null where it goes nowhere. */
const copyAddress = (person: LinkHolder['person']): string | null =>
  person.how.copy !== 'none' && person.email ? masked(person.email) : null

/** What a person's link shows. A lapsed or withdrawn paper can't be read any more. */
export async function signerView(
  holder: LinkHolder,
  proved: boolean,
  language: { chosen: Language | null; asked: Language },
): Promise<SignerView> {
  const { person } = holder
  const [{ agreed, questions }, [round], business] = await Promise.all([
    readRound(person.roundId),
    db().select().from(rounds).where(eq(rounds.id, person.roundId)),
    theBusiness(),
  ])
  const { state } = agreed
  const me = state.people.find((p) => p.id === person.id)!
  const mine = linkStateFor(state, me, now())
  const [job] = await db()
    .select({ title: jobs.title, agreedOn: jobs.agreedOn, clientId: jobs.clientId })
    .from(jobs)
    .where(eq(jobs.id, round!.jobId))
  const host = await hosting(holder)
  const base = {
    business: { name: business.name, email: business.email, phone: business.phone, look: drawnLookOf(business) },
    person: {
      id: person.id,
      name: person.name,
      party: person.party,
      part: me.part,
      number: 1,
      fields: [],
      mayPassOn: false,
      keeps: null,
      organisation: await isOrganisation(person.contactId),
      copyTo: copyAddress(person),
    },
    language: language.chosen ?? (person.how.language === 'auto' ? language.asked : person.how.language),
    round: state.status,
    allSigned: state.status === 'signed',
    sealed: !!round!.sealedSha,
    lapsesAt: state.lapsesAt,
    timeZone: business.timeZone,
    today: today(business.timeZone),
    jobTitle: job!.title,
    inPerson: holder.channel === 'device',
    host: host?.name ?? '',
    onPad: host?.kind === 'pad',
    handOn: (await nextOn(holder))?.name ?? '',
    atDesk: [] as SignerView['atDesk'],
    prove: null,
  } satisfies Partial<SignerView>
  const shut = ['replaced', 'withdrawn', 'lapsed', 'declined'].includes(mine)
  if (!proved && !shut)
    // Who asks and by when; not what for, and not who else: that is for the one it is meant for.
    return affirms(holder)
      ? { ...HIDDEN, ...base, jobTitle: '', state: 'affirm' }
      : { ...HIDDEN, ...base, jobTitle: '', state: 'prove', prove: await proveView(holder, me.closed) }
  const list = await papersFor(person)
  const readable = mayRead(mine)
  const placed = list.flatMap((p) => p.version.fields)
  const before = readable
    ? givenBefore(agreed, person.id, placed, business.timeZone)
    : { given: HIDDEN.given, chosen: HIDDEN.chosen }
  // What there is to pay is worked out for whoever pays it alone.
  const { stages } =
    job!.agreedOn && job!.clientId !== null && person.contactId === job!.clientId
      ? await loadJob(round!.jobId)
      : { stages: [] }
  const stage =
    stages.length > 0 ? stages.find((s) => !s.held && s.amount > 0 && (s.open > 0 || s.key === 'deposit')) : undefined
  const rest = stage && stages.find((s) => !s.held && s.key !== stage.key && s.open > 0)
  const [member] = person.memberId ? await db().select().from(members).where(eq(members.id, person.memberId)) : []
  return {
    ...base,
    ...before,
    papers: await Promise.all(list.map((p) => paperFor(p, person, before.given, readable, me.again))),
    around: readable ? aroundOf(agreed, person.fields, placed) : HIDDEN.around,
    person: {
      ...base.person,
      number: Math.max(0, list[0]?.version.document.parties.findIndex((p) => p.key === person.party) ?? 0) + 1,
      fields: readable ? person.fields : [],
      mayPassOn: person.how.mayPassOn && me.part === 'sign' && holder.channel !== 'device',
      keeps: member && holder.channel === 'member' ? { signature: member.signature, initials: member.initials } : null,
    },
    beside: holder.channel === 'device' ? null : ((await witnessBeside(person.id, state))?.name ?? null),
    witnesses: me.of ? (state.people.find((p) => p.id === me.of)?.name ?? null) : null,
    others: state.people
      .filter((p) => p.id !== person.id && p.status !== 'replaced')
      .map((p) => ({ name: p.name, status: p.status, turn: p.turn, part: p.part })),
    state: mine,
    atDesk: mine === 'done' ? await deskCodes(list, round!.jobId) : [],
    further: round!.settings.consent,
    questions: questions.filter((q) => q.person === person.id).map(({ question, answer }) => ({ question, answer })),
    thanks: business.settings.thanks,
    reason: state.reason,
    draft: { ...EMPTY_DRAFT, ...person.draft },
    version: person.draftVersion,
    pay:
      stage && holder.channel !== 'device'
        ? {
            stage: stage.key,
            label: stage.label,
            amount: stage.open,
            dueOn: stage.dueOn,
            paid: stage.open === 0,
            coming: stage.open > 0 && (await onItsWay(round!.jobId, stage.key)),
            later: rest ? { label: rest.label, amount: rest.open, dueOn: rest.dueOn } : null,
            currency: business.currency,
            byCard: takesCards(),
            bank: business.bank,
            ...(await byBank(business, round!.jobId, stage)),
          }
        : null,
  }
}

/** The codes of the visitors whose waivers somebody signed: what they show at the desk. */
async function deskCodes(list: readonly RoundPaper[], jobId: string): Promise<SignerView['atDesk']> {
  const codes = codesOn(list, jobId)
  if (!codes.length) return []
  const ids = codes.map((c) => c.contactId)
  const rows = await db()
    .select({ id: contacts.id, name: contacts.name })
    .from(contacts)
    .where(inArray(contacts.id, ids))
  return codes.flatMap(({ contactId, code }) => {
    const who = rows.find((r) => r.id === contactId)
    return who ? [{ name: who.name, code }] : []
  })
}

/** What a client quotes who pays by bank, and the code their bank's application reads where the currency has one. */
async function byBank(business: Business, jobId: string, stage: Pick<Stage, 'key' | 'open'>) {
  if (!business.bank || stage.open === 0) return { reference: '', code: null }
  const reference = await referenceFor(jobId, stage.key)
  const { legalName: name, bank, currency } = business
  return { reference: spaced(reference), code: paymentCode({ name, bank, currency, amount: stage.open, reference }) }
}

async function paperFor(
  { paper, version, sealedSha }: RoundPaper,
  person: LinkHolder['person'],
  given: SignerView['given'],
  readable: boolean,
  again: boolean,
): Promise<SignerPaper> {
  return {
    id: paper.id,
    title: paper.title,
    kind: paper.kind,
    document: readable ? version.document : null,
    figures: readable ? version.figures : null,
    pages: version.pages,
    fields: readable ? version.fields.filter((f) => f.field.party === person.party) : [],
    theirs: version.fields.filter((f) => f.field.party !== person.party && Object.hasOwn(given, f.field.key)),
    marked: !!paper.marked,
    enclosures: readable ? (paper.own.enclosures ?? []) : [],
    sealed: !!sealedSha,
    changed: readable && again ? await changedSince(person, paper.id, version.document) : [],
  }
}

/** What a paper says differently from the version somebody signed last. */
async function changedSince(
  person: LinkHolder['person'],
  paperId: string,
  document: (typeof paperVersions.$inferSelect)['document'],
): Promise<SignerPaper['changed']> {
  const signed = (
    await db().select().from(roundEvents).where(eq(roundEvents.roundId, person.roundId)).orderBy(desc(roundEvents.seq))
  ).find((e) => e.type === 'signed' && (e.data as { person?: string }).person === person.id)
  const versions = await db().select().from(paperVersions).where(eq(paperVersions.paperId, paperId))
  const before = versions
    .filter((v) => v.createdAt <= (signed?.at ?? ''))
    .sort((a, b) => (a.createdAt < b.createdAt ? 1 : -1))[0]
  return before ? differences(before.document, document) : []
}

async function proveView({ person }: LinkHolder, closed: boolean): Promise<SignerView['prove']> {
  const { proof } = person.how
  const [row] = await db().select().from(proofs).where(eq(proofs.personId, person.id))
  const by = proof.kind === 'one-time' ? proof.by : null
  const most = proof.kind === 'document' ? proof.tries : CODE_TRIES
  return {
    kind: proof.kind,
    hint: proof.kind === 'agreed' ? proof.hint : '',
    to: by ? masked(by === 'email' ? person.email : person.how.phone) : '',
    by,
    selfie: proof.kind === 'document' && proof.selfie,
    live: proof.kind === 'document' && proof.live,
    left: Math.max(0, most - (row?.tries ?? 0)),
    closed,
  }
}
