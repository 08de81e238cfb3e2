import { createHash } from 'node:crypto'
import { join } from 'node:path'
import Database from 'libsql'
import { addDays } from '../../core/calendar/dates'
import type { TestServer } from '../../tests/support/server'
import { Caller, signedIn } from '../../tests/support/caller'
import { type Figure, compare, median } from './measure'

export const JOBS = 50_000
export const PAPERS = 150_000
/** How many papers have a text to be searched. */
const WORDED = 20_000

/** A number from 0 to below `n` that is always the same for one `i`. */
const pick = (i: number, salt: string, n: number) =>
  createHash('sha1').update(`${salt}${i}`).digest().readUInt32BE(0) % n

/** Grows the demo business to 50,000 jobs with 150,000 papers over six years, each a copy of one that was played. */
export function grow(folder: string): void {
  const db = new Database(join(folder, 'upwold.db'))
  const rows = (sql: string) => db.prepare(sql).all() as Record<string, string | number | null>[]
  const copy = (table: string, changed: string[], from: Record<string, unknown>) => {
    const columns = Object.keys(from).filter((c) => !['day', 'sort_day'].includes(c) || table !== 'jobs')
    const statement = db.prepare(
      `insert into ${table} (${columns.map((c) => `"${c}"`).join()}) values (${columns.map(() => '?').join()})`,
    )
    return (over: Record<string, unknown>) =>
      statement.run(...columns.map((c) => (changed.includes(c) ? over[c] : from[c])))
  }
  const today = new Date().toISOString().slice(0, 10)
  const prototypes = rows('select * from jobs').map((job) => {
    const id = String(job.id)
    const standing = rows(`select * from standings where job_id = '${id}'`)[0]!
    const papers = rows(`select * from papers where job_id = '${id}'`)
    return {
      job,
      insertJob: copy('jobs', ['id', 'starts', 'ends', 'title', 'search', 'created_at'], job),
      insertStanding: copy('standings', ['job_id', 'sort_day', 'oldest_due'], standing),
      dues: rows(`select * from dues where job_id = '${id}'`).map((d) => ({
        d,
        insert: copy('dues', ['job_id', 'due_on'], d),
      })),
      papers,
    }
  })
  const paper = db.prepare(
    `insert into papers (id, job_id, kind, title, document, bindings, state, created_at) values (?, ?, ?, ?, '{}', '{}', ?, ?)`,
  )
  const listed = db.prepare(
    `insert into paper_rows (paper_id, whose, worth, stop, waits, since, language, search, words) values (?, 'Ines Marlow', 42000, 'settled', 'signed', ?, 'en', ?, 'v')`,
  )
  const worded = db.prepare(`insert into paper_words (rowid, title, people, words) values (?, ?, 'Ines Marlow', ?)`)
  const line = db.prepare(
    `insert into job_lines (job_id, key, position, description, unit, quantity, unit_price, tax_rate, optional, chosen) values (?, 'l1', 0, 'Barrel sauna', '', '1', 42000, '20', 0, 1)`,
  )
  db.exec('begin')
  let papers = rows('select id from papers').length
  const WORDS = ['gate', 'stove', 'water', 'orchard', 'notice', 'weather', 'payment', 'deposit', 'barrel', 'insurance']
  for (let i = prototypes.length; i < JOBS; i += 1) {
    const from = prototypes[i % prototypes.length]!
    const id = `bench${String(i).padStart(6, '0')}`
    const day = addDays(today, pick(i, 'day', 365 * 6) - 365 * 5)
    const title = `${['Garden', 'Lakeside', 'Harbour', 'Orchard', 'Quarry', 'Meadow'][pick(i, 'title', 6)]} ${i}`
    from.insertJob({
      id,
      starts: `${day}T16:00`,
      ends: `${addDays(day, 2)}T11:00`,
      title,
      search: title.toLowerCase(),
      created_at: `${addDays(day, -30)}T10:00:00.000Z`,
    })
    from.insertStanding({ job_id: id, sort_day: day, oldest_due: from.dues.length ? addDays(day, -2) : null })
    line.run(id)
    for (const { insert } of from.dues) insert({ job_id: id, due_on: addDays(day, -2) })
    for (let k = 0; k < 3 && papers < PAPERS; k += 1, papers += 1) {
      const name = ['Quote', 'Hire agreement', 'Bather’s waiver'][k]!
      const at = `${addDays(day, -20 + k)}T10:00:00.000Z`
      paper.run(`${id}p${k}`, id, ['quote', 'contract', 'waiver'][k], name, 'signed', at)
      const { lastInsertRowid } = listed.run(`${id}p${k}`, at, `${name} ines marlow ${title}`.toLowerCase())
      // Twenty thousand papers have words; of the rest only their rows count.
      if (papers < WORDED)
        worded.run(
          lastInsertRowid,
          name,
          Array.from({ length: 60 }, (_, w) => WORDS[pick(i + w * 7, 'word', 10)]).join(' '),
        )
    }
  }
  db.exec('commit')
  db.exec('analyze')
  db.close()
}

/** The lists and Today on that data: the service against its one raw SQL in this process, and the request as it is answered. */
export async function lists(server: TestServer): Promise<Figure[]> {
  process.env.UPWOLD_DATA = server.folder
  const { listJobRows } = await import('../../server/views/jobs')
  const { todayView } = await import('../../server/views/today')
  const { closeDb } = await import('../../server/platform/db/client')
  const db = new Database(join(server.folder, 'upwold.db'), { readonly: true })
  const today = new Date().toISOString().slice(0, 10)
  const near = addDays(today, 30)

  const jobsSql = db.prepare(`
    select j.id, j.title, c.name, k.name, j.starts, j.day, j.sort_day, s.facts, s.total, s.agreed, s.ready,
      (select count(*) from jobs where sort_day >= '${today}') as coming,
      (select count(*) from standings where ready = 0 and sort_day >= '${today}' and sort_day < '${near}') as not_ready
    from jobs j join standings s on s.job_id = j.id left join contacts c on c.id = j.client_id left join kinds k on k.id = j.kind_id
    where j.sort_day >= '${today}' order by j.sort_day, j.id limit 41`)
  const moves = (states: string) => `
    (select json_group_array(json_array(facts, title, name)) from (
      select s.facts, j.title, c.name from standings s join jobs j on j.id = s.job_id left join contacts c on c.id = j.client_id
      where s.state in (${states}) and s.sort_day >= '${addDays(today, -60)}' order by s.sort_day, s.job_id limit 12)),
    (select count(*) from standings where state in (${states}) and sort_day >= '${addDays(today, -60)}')`
  const quarter = `${today.slice(0, 5)}${String(Math.floor((Number(today.slice(5, 7)) - 1) / 3) * 3 + 1).padStart(2, '0')}-01`
  const todaySql = db.prepare(`
    select ${moves(`'trouble', 'yours'`)}, ${moves(`'theirs'`)},
      (select json_group_array(json_array(facts, title, day)) from (
        select s.facts, j.title, j.day from standings s join jobs j on j.id = s.job_id
        where s.sort_day >= '${today}' and s.sort_day < '${near}' and j.day is not null order by s.sort_day, s.job_id limit 60)),
      (select json_array(sum(quoted), sum(agreed), sum(paid), sum(held)) from standings where sort_day >= '${quarter}'),
      (select sum(open) from dues where due_on >= '${today}' and due_on < '${addDays(today, 15)}'),
      (select sum(open) from dues where due_on < '${today}'),
      (select count(*) from standings where oldest_due < '${today}'),
      (select json_group_array(json_array(facts, title, name, oldest_due)) from (
        select s.facts, j.title, c.name, s.oldest_due from standings s join jobs j on j.id = s.job_id left join contacts c on c.id = j.client_id
        where s.oldest_due < '${today}' order by s.oldest_due, s.job_id limit 12)),
      (select count(*) from standings where oldest_due < '${today}' and (state <> 'theirs' or sort_day < '${addDays(today, -60)}')),
      (select json_group_array(words) from (select words from happenings where notable = 1 order by at desc, id desc limit 8))`)

  const out = [
    await compare(
      `jobs list of ${JOBS.toLocaleString('en')} jobs, the service`,
      40,
      () => listJobRows({ when: 'coming', limit: 40 }),
      () => jobsSql.all(),
      { ratio: 3 },
    ),
    await compare(
      'Today on the same data, the service',
      40,
      () => todayView(null),
      () => todaySql.all(),
      { ratio: 3 },
    ),
  ]
  closeDb()

  // Lets connections that went idle during the measurements above be seen as closed.
  await new Promise((resolve) => setTimeout(resolve, 200))
  const owner = await signedIn(server)
  for (const [name, path, raw] of [
    ['jobs list, the request', '/api/jobs', () => jobsSql.all()],
    ['jobs found by a word, the request', '/api/jobs?when=all&find=orchard%201', () => jobsSql.all()],
    ['jobs not ready, the request', '/api/jobs?notReady=1', () => jobsSql.all()],
    ['papers, the request', '/api/papers', () => jobsSql.all()],
    ['papers found by words inside, the request', '/api/papers?find=stove%20wea', () => jobsSql.all()],
    ['find or do, the request', '/api/find?q=orchard%201', () => jobsSql.all()],
    ['find or do, mistyped', '/api/find?q=orchrad', () => jobsSql.all()],
    ['Today, the request', '/api/today', () => todaySql.all()],
    ['Money, the request', '/api/money', () => todaySql.all()],
  ] as const)
    out.push(await compare(name, 25, () => owner.must('GET', path), raw, { value: 100 }))
  db.close()
  return out
}

/** Requests a second of a signer's page, against a bare server in this process that sends the same bytes. */
export async function signerPage(server: TestServer, token: string): Promise<Figure> {
  const { createServer } = await import('node:http')
  const nobody = new Caller(server)
  const page = await nobody.get(`/s/${token}`)
  const bare = createServer((_, response) => response.end(page.bytes))
  await new Promise<void>((resolve) => bare.listen(0, '127.0.0.1', resolve))
  const { port } = bare.address() as { port: number }
  const LANES = 8
  const rate = async (url: string, count: number) => {
    const start = performance.now()
    let left = count
    const lane = async () => {
      while (left-- > 0) await (await fetch(url)).arrayBuffer()
    }
    await Promise.all(Array.from({ length: LANES }, lane))
    return (count * 1000) / (performance.now() - start)
  }
  const ours: number[] = []
  const theirs: number[] = []
  for (let i = 0; i < 6; i += 1) {
    ours.push(await rate(`${server.origin}/s/${token}`, 60))
    theirs.push(await rate(`http://127.0.0.1:${port}/`, 300))
  }
  bare.close()
  const value = median(ours)
  const baseline = median(theirs)
  return {
    name: 'signer’s page, drawn on the server',
    value,
    unit: 'req/s',
    baseline,
    ratio: baseline / value,
    goal: {},
  }
}
