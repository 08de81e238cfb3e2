import { and, asc, eq, inArray, isNull, lte } from 'drizzle-orm'
import { Temporal } from 'temporal-polyfill'
import { addDays } from '../core/calendar/dates'
import { planPerson } from '../core/rounds/plan'
import { mayAct } from '../core/rounds/rounds'
import { withIds } from '../core/document/walk'
import type { PricedLine } from '../core/pricing/pricing'
import { atClock, now, today } from '../server/platform/clock'
import { db, write } from '../server/platform/db/client'
import {
  business,
  catalogue,
  clauseEditions,
  clauses,
  kinds,
  outbox,
  papers,
  roundPeople,
  rounds,
  templates,
} from '../server/platform/db/schema'
import { handlers, work } from '../server/errands/handlers'
import { type Handler, runOne } from '../server/queue/outbox'
import { addGuest, createJob } from '../server/jobs/jobs'
import { addContact } from '../server/contacts/contacts'
import { changeSettings } from '../server/business/settings'
import { addMember } from '../server/members/members'
import { bookPayment } from '../server/money/payments'
import { loadJob } from '../server/records/job'
import { makeJobPaper } from '../server/papers/make'
import { lapseRound } from '../server/rounds/manage/manage'
import { takeCheckStep } from '../server/rounds/manage/check'
import { saveMessage } from '../server/rounds/prepare/saved-messages'
import { savePlan } from '../server/rounds/prepare/save-plan'
import { planView } from '../server/views/plan'
import { sendRound } from '../server/rounds/prepare/send'
import { finishPart } from '../server/rounds/act/sign'
import { declinePart } from '../server/rounds/act/decline'
import { recordOpened } from '../server/rounds/act/opened'
import { roundState } from '../server/chain/state'
import { EMPTY_DRAFT } from '../shared/draft'
import { type SignerDraft } from '../shared/signing'
import {
  BUSINESS,
  CATALOGUE,
  CONTACTS,
  type DemoJob,
  type DemoLine,
  JOBS,
  KINDS,
  MESSAGES,
  OWNER,
  SETTINGS,
  STAFF,
  type Step,
} from './data'
import { bringAgreement } from './bring'
import { addLinks } from './links'
import { addFollowUps, addNeighbour } from './follow-ups'
import { addTasks } from './tasks'
import { YEAR_KINDS, markVisits, yearGuests, yearJobs } from './year'
import { CLAUSES, TEMPLATES } from './templates/index'

const PHONE = 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/140.0.0.0 Mobile Safari/537.36'
const LAPTOP = 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140.0.0.0 Safari/537.36'
const AT_HOME = { ip: '192.0.2.20', device: PHONE }

let clock = new Date()

/** Moves the clock to so many days from today, at an hour in the business's zone; never beyond the present. */
function goTo(days: number, hour: number, minute = 0): void {
  const wanted = Temporal.PlainDate.from(addDays(start, days)).toZonedDateTime({
    timeZone: BUSINESS.timeZone,
    plainTime: { hour, minute },
  }).epochMilliseconds
  clock = new Date(Math.min(wanted, begun + sequence++))
}
let start = '',
  begun = 0,
  sequence = 0
const tick = (minutes: number) => {
  clock = new Date(Math.min(clock.getTime() + minutes * 60_000, begun + sequence++))
}

const { seal, ...soon } = handlers
const sealing: Record<string, Handler> = { seal: seal! }

/** Does what is due by an instant, each errand a second after it fell due, so that every seed tells the same times. */
async function drain(some: Record<string, Handler>, until: string): Promise<void> {
  for (;;) {
    const [next] = await db()
      .select({ dueAt: outbox.dueAt })
      .from(outbox)
      .where(and(isNull(outbox.doneAt), lte(outbox.dueAt, until), inArray(outbox.kind, Object.keys(some))))
      .orderBy(asc(outbox.dueAt))
      .limit(1)
    if (!next) return
    await atClock(
      () => new Date(Date.parse(next.dueAt) + 1000),
      () => runOne({ ...work, handlers: some }),
    )
  }
}

function toLine(line: DemoLine, i: number): PricedLine {
  const item = CATALOGUE.find((c) => c.id === line.item)!
  return {
    key: `l${i + 1}`,
    description: item.description,
    unit: item.unit,
    quantity: line.quantity,
    unitPrice: item.unitPrice,
    discount: line.discount ?? null,
    taxRate: item.taxRate,
    optional: !!line.optional,
    group: null,
    chosen: !line.left,
    clientQuantity: line.clientSets ? item.clientQuantity : null,
  }
}

const ORDER: Step[] = [
  'quote',
  'quote-out',
  'quote-opened',
  'accepted',
  'contract-out',
  'client-signed',
  'complete',
  'deposit',
  'balance',
]
const reaches = (to: Step | null, step: Step) => !!to && ORDER.indexOf(to) >= ORDER.indexOf(step)

async function signAs(paperId: string, party: string): Promise<void> {
  await signPart(paperId, party)
  tick(1)
  await drain(soon, now())
}

/** Opens a paper for whoever stands for a party, fills it as they would, and signs. */
export async function signPart(paperId: string, party: string): Promise<void> {
  const [round] = await db().select().from(rounds).where(eq(rounds.paperId, paperId))
  const state = await roundState(round!.id)
  const who = mayAct(state).find((p) => p.party === party)!
  const [person] = await db().select().from(roundPeople).where(eq(roundPeople.id, who.id))
  const holder = {
    person: person!,
    channel: person!.memberId ? ('member' as const) : ('email' as const),
    sessionId: null,
    affirmed: false,
  }
  const from = person!.memberId ? { ip: '192.0.2.10', device: LAPTOP } : AT_HOME
  await recordOpened(holder, from)
  tick(3)
  const values: SignerDraft['values'] = {}
  for (const f of person!.fields) {
    if (f.type === 'name') values[f.key] = person!.name
    if (f.type === 'tick' && f.required) values[f.key] = true
    if (f.type === 'text') values[f.key] = 'Sam Ferrer, 01632 960 555'
  }
  await finishPart(
    holder,
    { ...EMPTY_DRAFT, values, signature: { kind: 'typed', text: person!.name, face: 'caveat' } },
    0,
    from,
  )
}

async function send(paperId: string, owner: string): Promise<void> {
  await sendRound(
    paperId,
    { key: paperId },
    { kind: 'member', id: owner, name: OWNER.name, ip: '192.0.2.10', device: LAPTOP },
  )
}

const paperOf = async (jobId: string, kind: string) =>
  (await db().select().from(papers).where(eq(papers.jobId, jobId))).filter((p) => p.kind === kind).at(-1)!

/** The client proves who they are by a code, somebody beside them witnesses, and the business signs last. */
async function planWitness(paperId: string, name: string, owner: string): Promise<void> {
  const { plan, version } = await planView(paperId, owner)
  const client = plan.people.find((p) => !p.memberId)!
  const witness = planPerson.parse({ key: 'witness', name, turn: 2, part: 'witness', of: client.key, reach: 'link' })
  const people = plan.people.map((p) =>
    p === client ? { ...p, proof: { kind: 'one-time' as const, by: 'email' as const } } : { ...p, turn: 3 },
  )
  await savePlan(paperId, { ...plan, people: [...people, witness], reminders: { kind: 'weekly' } }, version, owner)
}

/** Staff hands a draft in, to be checked by the owner before it goes out. */
async function handIn(paperId: string, owner: string, staff: string): Promise<void> {
  const { plan, version } = await planView(paperId, staff)
  const check = planPerson.parse({ key: 'check', memberId: owner, name: OWNER.name, turn: 1, part: 'check' })
  const people = [check, ...plan.people.map((p) => ({ ...p, turn: p.turn + 1 }))]
  await savePlan(paperId, { ...plan, people }, version, staff)
  const by = { kind: 'member' as const, id: staff, name: STAFF.name, ip: '192.0.2.11', device: LAPTOP }
  await takeCheckStep(paperId, { step: 'hand-in', remark: '' }, by)
}

async function playJob(
  job: DemoJob,
  contactIds: Map<string, string>,
  owner: string,
  staff: string,
  nth = 0,
): Promise<void> {
  goTo(job.began, 10)
  const starts = job.day === null ? null : `${addDays(start, job.day)}T${job.hour}`
  const id = await createJob({
    kindId: job.kind,
    title: job.title,
    clientId: contactIds.get(job.client) ?? null,
    client: null,
    enquiry: '',
    answer: null,
    starts,
    ends: starts && Temporal.PlainDateTime.from(starts).add({ hours: job.hours }).toString().slice(0, 16),
    timeZone: BUSINESS.timeZone,
    place: job.place,
    people: job.people,
    // Who keeps the fire is told by name, and kept as the member they are.
    facts: { ...job.facts, ...(job.facts?.fireKeeper ? { fireKeeper: staff } : {}) },
    notes: '',
    lines: job.lines.map(toLine),
    discount: job.discount ?? null,
    reverseCharge: false,
  })
  const names =
    job.kind === 'evening'
      ? yearGuests(job.guests ?? 0, nth)
      : CONTACTS.slice(10, 10 + (job.guests ?? 0)).map((c) => c.name)
  const guestIds = [...new Set(names)].map((name) => contactIds.get(name)!)
  await write(async () => {
    for (const g of guestIds) await addGuest(id, g, job.kind === 'evening')
  })
  if (job.kind === 'evening') {
    goTo(job.day!, 18)
    await markVisits(id, guestIds, () => {
      tick(4)
      return now()
    })
    return
  }
  if (job.brings) await bringAgreement(id, contactIds.get(job.client)!, owner, OWNER.name)
  for (let i = 0; i < (job.waivers?.sent ?? 0); i += 1) {
    goTo(job.began + 3, 11, i)
    const paper = await makeJobPaper(id, { kind: 'waiver', guestId: guestIds[i]! }, owner)
    await send(paper, owner)
    if (i < job.waivers!.signed) {
      goTo(job.began + 4, 12, i * 5)
      await signAs(paper, 'guest')
    }
  }
  const { to } = job
  if (!to) return
  const declined = to === 'quote-declined',
    lapsed = to === 'lapsed'
  tick(20)
  const quoteId = await makeJobPaper(id, { kind: 'quote' }, owner)
  if (job.checked) await handIn(quoteId, owner, staff)
  if (to === 'quote') return
  tick(10)
  await send(quoteId, owner)
  if (to === 'quote-out') return
  const [round] = await db().select().from(rounds).where(eq(rounds.paperId, quoteId))
  if (lapsed) {
    clock = new Date(Date.parse(round!.lapsesAt!) + 60_000)
    await lapseRound(round!.id)
    return
  }
  goTo(job.began + 1, 19, 12)
  if (to === 'quote-opened' || declined) {
    const [person] = await db().select().from(roundPeople).where(eq(roundPeople.roundId, round!.id))
    await recordOpened({ person: person!, channel: 'email', sessionId: null, affirmed: false }, AT_HOME)
    tick(4)
    if (declined)
      await declinePart(
        { person: person!, channel: 'email', sessionId: null, affirmed: false },
        'too late in the day',
        AT_HOME,
      )
    return
  }
  const pay = async (stage: string) => {
    const { stages } = await loadJob(id)
    const s = stages.find((x) => x.key === stage)
    if (s && s.open > 0)
      await bookPayment({ jobId: id, stage, amount: s.open, method: 'card', reference: `demo:${id}:${stage}` })
  }
  await signAs(quoteId, 'client')
  if (job.kind === 'stove') {
    // Paid when the stove was looked at.
    goTo(job.day! + 2, 10)
    await pay('deposit')
    await pay('balance')
    return
  }
  if (!reaches(to, 'contract-out')) return
  goTo(job.began + 2, 9, 30)
  const contract = await paperOf(id, 'contract')
  if (job.witness) await planWitness(contract.id, job.witness, owner)
  await send(contract.id, owner)
  if (!reaches(to, 'client-signed')) return
  goTo(job.began + 3, 20, 5)
  await signAs(contract.id, 'client')
  if (!reaches(to, 'complete')) return
  goTo(job.began + 4, 8, 15)
  await signAs(contract.id, 'business')
  if (!reaches(to, 'deposit')) return
  goTo(job.began + 5, 13)
  await pay('deposit')
  if (!reaches(to, 'balance')) return
  goTo(Math.min((job.day ?? 0) - 3, 0), 9)
  await pay('balance')
  await pay('damage')
}

/** Fills an empty database with the demo business, through the services, around today's date. */
export async function seedDemo(origin?: string, year = false): Promise<void> {
  begun = Date.now()
  start = today(BUSINESS.timeZone)
  goTo(year ? -400 : -90, 9)
  let playing = true
  // Sealing is the slowest errand and nothing waits for it: it goes on beside the rest.
  const sealed = (async () => {
    while (playing) {
      await drain(sealing, now())
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
    await drain(sealing, now())
  })()
  try {
    await atClock(
      () => clock,
      async () => {
        await seedBusiness()
        await changeSettings(SETTINGS)
        for (const m of MESSAGES) await saveMessage(m)
        const owner = await addMember(OWNER)
        const staff = await addMember(STAFF)
        const contactIds = new Map<string, string>()
        for (const c of CONTACTS) contactIds.set(c.name, await addContact(c))
        if (year) await addYearKinds()
        const played = [...JOBS, ...(year ? yearJobs() : [])].sort((a, b) => a.began - b.began)
        for (const [i, job] of played.entries()) {
          await playJob(job, contactIds, owner, staff, i)
          await drain(soon, now())
        }
        await addLinks(owner)
        await addTasks(start, owner, staff)
      },
    )
  } finally {
    playing = false
    await sealed
  }
  // From now on: nothing of what was is followed.
  await addFollowUps()
  if (origin) await addNeighbour(origin)
  await drain(soon, now())
}

async function seedBusiness(): Promise<void> {
  await write(async (tx) => {
    await tx.insert(business).values({ id: 'business', ...BUSINESS })
    await tx.insert(catalogue).values(CATALOGUE.map((c, position) => ({ ...c, position })))
    await tx
      .insert(templates)
      .values(TEMPLATES.map((t) => ({ ...t, document: withIds(t.document), edition: 1, updatedAt: now() })))
    await tx.insert(clauses).values(CLAUSES.map((c) => ({ ...c, edition: 1, updatedAt: now() })))
    await tx
      .insert(clauseEditions)
      .values(CLAUSES.map((c) => ({ clauseId: c.id, edition: 1, body: c.body, by: OWNER.name, at: now() })))
    await tx.insert(kinds).values(KINDS.map((k, position) => ({ ...k, position })))
  })
}

/** The kinds a year is made of, and how many saunas there are. */
const addYearKinds = () =>
  write(async (tx) => {
    await tx.insert(kinds).values(YEAR_KINDS.map((k, i) => ({ ...k, position: KINDS.length + i })))
    for (const [id, stock] of [
      ['barrel', 3],
      ['cabin', 1],
    ] as const)
      await tx.update(catalogue).set({ stock }).where(eq(catalogue.id, id))
  })
