import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Webhook } from 'standardwebhooks'
import type { FollowUpRead } from '../../shared/follow-ups'
import { STANDINS, root, seedOnce, seededFolder } from '../lib.mjs'

type Keep = (name: string, content: Uint8Array | object) => void
type Say = (words: string) => void
const JOBS = 60
const DAYS = 90

/** A system of somebody else's: keeps what it is told, and can't for the first time every seventh time. */
function listener() {
  const heard: { headers: Record<string, string>; body: string; answered: number }[] = []
  const seen = new Set<string>()
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (d: Buffer) => (body += d.toString()))
    request.on('end', () => {
      const headers = request.headers as Record<string, string>
      const id = headers['webhook-id']!
      const answered = heard.length % 7 === 6 && !seen.has(id) ? 500 : 200
      seen.add(id)
      heard.push({ headers, body, answered })
      response.writeHead(answered).end('ok')
    })
  })
  return { heard, server }
}

/**
 * What follows over a quarter: sixty jobs on their days by a clock that is given, six follow-ups and three more, another system
 * that is told, a place for files. Leaves runs.json, tasks.json, feed.ics, openapi.json, webhooks.json, answers.xlsx and the
 * file tree under files/.
 */
export async function after(keep: Keep, say: Say): Promise<void> {
  await seedOnce()
  const folder = mkdtempSync(join(tmpdir(), 'upwold-after-'))
  cpSync(seededFolder, folder, { recursive: true })
  const { heard, server } = listener()
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  Object.assign(process.env, STANDINS, {
    UPWOLD_DATA: folder,
    UPWOLD_INSIDE: '127.0.0.1',
    UPWOLD_WORKER: join(root, '.output/server/worker/index.mjs'),
  })
  try {
    await quarter(keep, say, heard, `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`)
  } finally {
    server.close()
    rmSync(folder, { recursive: true, force: true })
  }
}

async function quarter(keep: Keep, say: Say, heard: ReturnType<typeof listener>['heard'], url: string): Promise<void> {
  const { and, asc, eq, isNull, lte, ne } = await import('drizzle-orm')
  const { addDays } = await import('../../core/calendar/dates')
  const { startersFor } = await import('../../core/follow-ups/starters')
  const { newFollowUp } = await import('../../shared/follow-ups')
  const { atClock, today } = await import('../../server/platform/clock')
  const { db, closeDb } = await import('../../server/platform/db/client')
  const schema = await import('../../server/platform/db/schema')
  const { handlers, work } = await import('../../server/errands/handlers')
  const { runOne } = await import('../../server/queue/outbox')
  const { addFollowUp, removeFollowUp } = await import('../../server/follow-ups/manage')
  const { followUpsHere } = await import('../../server/follow-ups/kept')
  const { keepFollowing } = await import('../../server/follow-ups/days')
  const { addSystem } = await import('../../server/systems/systems')
  const { createJob, addGuest } = await import('../../server/jobs/jobs')
  const { addContact } = await import('../../server/contacts/contacts')
  const { makeJobPaper } = await import('../../server/papers/make')
  const { sendRound } = await import('../../server/rounds/prepare/send')
  const { completeJob } = await import('../../server/jobs/complete')
  const { bookPayment } = await import('../../server/money/payments')
  const { loadJob } = await import('../../server/records/job')
  const { keepFeed, feedView, feedAt } = await import('../../server/systems/feeds')
  const { calendarFor } = await import('../../server/views/calendar')
  const { runsView } = await import('../../server/views/follow-ups')
  const { tasksView } = await import('../../server/views/tasks')
  const { answersFile, jobsFile } = await import('../../server/views/lists')
  const { closePool } = await import('../../server/files/pool')
  const { getBlob } = await import('../../server/platform/blobs')
  const { signPart } = await import('../../demo/seed')

  const start = today('Europe/London')
  // Everything of the demo is over: the quarter is its own.
  let clock = new Date(Date.parse(`${addDays(start, -DAYS)}T08:00:00Z`))
  const goTo = (day: number, hour: number) => {
    const wanted = Date.parse(`${addDays(start, day - DAYS)}T00:00:00Z`) + hour * 3_600_000
    clock = new Date(Math.max(clock.getTime() + 1, wanted))
  }
  const kinds = Object.keys(handlers).filter((k) => k !== 'backup' && k !== 'tidy' && k !== 'mail.fetch')
  /** Does what is due by now, each errand a second after it fell due. */
  async function drain(): Promise<void> {
    for (let n = 0; n < 20_000; n += 1) {
      const [next] = await db()
        .select({ dueAt: schema.outbox.dueAt })
        .from(schema.outbox)
        .where(
          and(
            isNull(schema.outbox.doneAt),
            isNull(schema.outbox.failedAt),
            lte(schema.outbox.dueAt, clock.toISOString()),
          ),
        )
        .orderBy(asc(schema.outbox.dueAt))
        .limit(1)
      if (!next) return
      const at = Math.max(Date.parse(next.dueAt) + 1000, Date.parse(`${addDays(start, -DAYS)}T08:00:00Z`))
      const only = Object.fromEntries(kinds.map((k) => [k, handlers[k]!]))
      if (
        !(await atClock(
          () => new Date(Math.min(at, clock.getTime())),
          () => runOne({ ...work, handlers: only }),
        ))
      )
        return
    }
  }
  const within = <T>(what: () => Promise<T>) => atClock(() => clock, what)

  const [owner] = await db().select().from(schema.members).where(eq(schema.members.role, 'owner'))
  const actor = { kind: 'member' as const, id: owner!.id, name: owner!.name, ip: '', device: '' }
  let secret = ''
  await drain()
  await within(async () => {
    // The demo's own are out of it.
    for (const f of await followUpsHere()) await removeFollowUp(f.id)
    const made = await addSystem(
      {
        kind: 'hook',
        name: 'The accounts',
        url,
        user: '',
        password: '',
        region: '',
        events: ['signed-all', 'invoiced', 'paid', 'completed'],
      },
      owner!.name,
    )
    secret = made.secret!
    const hook = made.id
    const more: Record<string, unknown>[] = [
      {
        title: 'A new job: it is tagged',
        when: { kind: 'made' },
        steps: [{ after: { from: 'then', days: 0 }, act: { do: 'tag', tag: 'quarter' } }],
      },
      {
        title: 'Tagged: the board hears',
        when: { kind: 'tag-on', of: 'quarter' },
        steps: [
          {
            after: { from: 'then', days: 0 },
            act: { do: 'call', system: hook, body: '{"card":"{job}","for":"{client}"}' },
          },
        ],
      },
      {
        title: 'A week before: the van',
        when: { kind: 'day', days: -7 },
        if: [[{ fact: 'job.agreed', is: 'given', value: '' }]],
        steps: [
          {
            after: { from: 'then', days: 0 },
            act: { do: 'task', words: 'Load the van for {job}', member: owner!.id, by: { from: 'day', days: -1 } },
          },
          {
            after: { from: 'then', days: 0 },
            act: { do: 'entry', words: 'Fire up: {job}', on: { from: 'day', days: 0 } },
          },
        ],
      },
    ]
    for (const f of [...startersFor(owner!.id).map((s) => ({ ...s, key: undefined })), ...more])
      await addFollowUp(newFollowUp.parse(f) as FollowUpRead & { key?: string }, owner!.name)
    await keepFollowing()
  })

  type Deed = { day: number; hour: number; what: () => Promise<unknown> }
  const deeds: Deed[] = []
  for (let n = 0; n < JOBS; n += 1) {
    const begun = Math.floor((n * (DAYS - 20)) / JOBS)
    const kind = n % 4 === 3 ? 'session' : 'garden'
    let id = ''
    const paper = async (of: string) =>
      (
        await db()
          .select()
          .from(schema.papers)
          .where(and(eq(schema.papers.jobId, id), ne(schema.papers.state, 'withdrawn')))
      )
        .filter((p) => p.kind === of)
        .at(-1)!
    const put = (day: number, hour: number, what: () => Promise<unknown>) =>
      begun + day <= DAYS && deeds.push({ day: begun + day, hour, what })
    put(0, 10, async () => {
      const clientId = await addContact({
        name: `Quarter Client ${n + 1}`,
        email: `client${n + 1}@quarter.example`,
        phone: '',
        address: 'Sedge Lane 1\nOX0 0AH',
        kind: 'person',
      })
      const starts = `${addDays(start, begun + 14 - DAYS)}T16:00`
      id = await createJob({
        ...{
          kindId: kind,
          title: `Quarter ${kind} ${n + 1}`,
          clientId,
          client: null,
          enquiry: '',
          answer: null,
          starts,
          ends: starts.replace('T16:00', 'T22:00'),
        },
        ...{
          timeZone: 'Europe/London',
          place: 'Sedge',
          people: 8,
          facts: {},
          notes: '',
          discount: null,
          reverseCharge: false,
        },
        lines: [
          {
            key: 'l1',
            description: 'Barrel sauna',
            unit: '',
            quantity: '1',
            unitPrice: (20_000 + n * 500) as never,
            discount: null,
            taxRate: '20',
            optional: false,
            group: null,
            chosen: true,
            clientQuantity: null,
          },
        ],
      })
      if (kind === 'session') await addGuest(id, clientId)
    })
    if (kind === 'session') {
      // Half of them sign; the others are asked again two days before.
      put(2, 11, async () =>
        sendRound(
          await makeJobPaper(id, { kind: 'waiver', guestId: (await loadJob(id)).job.clientId! }, owner!.id),
          { key: `w${n}` },
          actor,
        ),
      )
      if (n % 8 === 3) put(3, 18, async () => signPart((await paper('waiver')).id, 'guest'))
      continue
    }
    put(0, 12, async () => sendRound(await makeJobPaper(id, { kind: 'quote' }, owner!.id), { key: `q${n}` }, actor))
    // A third never answers.
    if (n % 3 === 2) continue
    put(2, 19, async () => signPart((await paper('quote')).id, 'client'))
    put(3, 9, async () => sendRound((await paper('contract')).id, { key: `c${n}` }, actor))
    put(4, 20, async () => signPart((await paper('contract')).id, 'client'))
    put(5, 8, async () => signPart((await paper('contract')).id, 'business'))
    put(6, 13, async () => {
      const stage = (await loadJob(id)).stages.find((s) => s.open > 0 && !s.held)
      if (stage)
        await bookPayment({
          jobId: id,
          stage: stage.key,
          amount: stage.open,
          method: 'bank',
          reference: `quarter:${n}`,
        })
    })
    put(15, 9, () => completeJob(id, { day: addDays(start, begun + 14 - DAYS), words: '' }))
  }
  deeds.sort((a, b) => a.day - b.day || a.hour - b.hour)
  let day = -1
  for (const d of deeds) {
    // Each day's morning is looked at, also where nothing else occurs.
    while (day < d.day) {
      day += 1
      goTo(day, 9.5)
      await drain()
    }
    goTo(d.day, d.hour)
    await drain()
    await within(d.what)
    await drain()
  }
  goTo(DAYS, 20)
  await drain()
  say(`  ${JOBS} jobs over ${DAYS} days, ${deeds.length} things done by hand`)

  const runs: unknown[] = []
  for (let next: string | null = ''; next !== null;) {
    const page = await runsView({ after: next || undefined })
    runs.push(...page.rows)
    next = page.next
  }
  keep('runs.json', runs)
  keep('tasks.json', (await tasksView({ whose: 'all' }, owner!.id)).tasks)
  await keepFeed(owner!.id, ['jobs', 'stages', 'deadlines', 'tasks', 'entries'])
  const { url: address } = await feedView(owner!.id)
  const found = (await feedAt(address!.split('/').at(-1)!))!
  const feed = await within(() => calendarFor(found.feed, found.member))
  const { default: ICAL } = await import('ical.js')
  const events = new ICAL.Component(ICAL.parse(feed) as unknown[]).getAllSubcomponents('vevent')
  keep('feed.ics', new TextEncoder().encode(feed))
  keep('openapi.json', new Uint8Array(readFileSync(join(root, 'server/doors/openapi.json'))))
  const { Validator } = await import('@seriousme/openapi-schema-validator')
  const valid = await new Validator().validate(join(root, 'server/doors/openapi.json'))
  const verified = heard.map(({ headers, body, answered }) => {
    verifiedAt(secret, body, headers)
    return { id: headers['webhook-id'], answered, body: JSON.parse(body) as unknown }
  })
  keep('webhooks.json', verified)
  const [waiver] = (await db().select().from(schema.templates)).filter((t) => t.kind === 'waiver' && !t.archivedAt)
  keep('answers.xlsx', (await answersFile(waiver!.id, 'xlsx')).bytes)
  keep('jobs.xlsx', (await jobsFile('xlsx')).bytes)
  const files = await db().select().from(schema.filed)
  for (const f of files) keep(join('files', f.path), await getBlob(f.sha))
  const steps = await db().select().from(schema.followSteps)
  const count = (state: string) => steps.filter((s) => s.state === state).length
  say(
    `  ${runs.length} runs: ${count('done')} things done, ${count('left')} left out, ${count('refused')} refused, ${count('waiting')} waiting`,
  )
  say(
    `  ${events.length} entries read again by ical.js; description ${valid.valid ? 'valid' : 'NOT VALID'}; ${verified.length} calls, every signature right; ${files.length} files in the tree`,
  )
  const twice = new Set(heard.filter((h) => h.answered === 200).map((h) => h.headers['webhook-id'])).size
  say(
    `  calls refused once and sent again: ${heard.filter((h) => h.answered === 500).length}; taken ${twice}, none twice: ${twice === heard.filter((h) => h.answered === 200).length}`,
  )
  await closePool()
  closeDb()
}

/** Verifies a call as its receiver does, at the time it was made: the quarter's clock is a given one. */
function verifiedAt(secret: string, body: string, headers: Record<string, string>): void {
  const real = Date.now
  Date.now = () => Number(headers['webhook-timestamp']) * 1000
  try {
    new Webhook(secret).verify(body, headers)
  } finally {
    Date.now = real
  }
}
