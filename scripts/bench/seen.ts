import { createHash } from 'node:crypto'
import { join } from 'node:path'
import Database from 'libsql'
import { addDays } from '../../core/calendar/dates'
import type { TestServer } from '../../tests/support/server'
import { signedIn } from '../../tests/support/caller'
import { type Figure, compare } from './measure'

export const PEOPLE = 20_000
const pick = (i: number, salt: string, n: number) =>
  createHash('sha1').update(`${salt}${i}`).digest().readUInt32BE(0) % n

/** Gives the grown business its people and what occurred: 20,000 people with the jobs between them, 200,000 occurrences. */
export function growSeen(folder: string): void {
  const db = new Database(join(folder, 'upwold.db'))
  const today = new Date().toISOString().slice(0, 10)
  db.exec('begin')
  const person = db.prepare(
    `insert into contacts (id, name, email, phone, address, kind, created_at, search, supplier) values (?, ?, ?, '', '', 'person', ?, ?, ?)`,
  )
  for (let i = 0; i < PEOPLE; i += 1) {
    const name = `${['Ada', 'Bo', 'Cy', 'Dee', 'Eli', 'Fay'][pick(i, 'n', 6)]} ${['Ash', 'Birch', 'Fern', 'Heath', 'Moss'][pick(i, 's', 5)]} ${i}`
    person.run(
      `bp${i}`,
      name,
      `p${i}@bench.example`,
      `${today}T00:00:00.000Z`,
      name.toLowerCase(),
      pick(i, 'sup', 50) === 0 ? 1 : 0,
    )
  }
  const jobs = db.prepare(`select id, sort_day day from jobs where id like 'bench%' order by id`).all() as {
    id: string
    day: string
  }[]
  const owned = db.prepare('update jobs set client_id = ? where id = ?')
  const told = db.prepare(
    'insert into happenings (job_id, at, type, words, detail, state, notable) values (?, ?, ?, ?, ?, ?, 0)',
  )
  const occurred = db.prepare(
    `insert into occurrences (id, kind, at, job_id, contact_id, paper_id, "of", because, by) values (?, ?, ?, ?, ?, ?, '["quote"]', '[]', '')`,
  )
  const sent = db.prepare(
    `insert into sendings (round_id, paper_id, job_id, kind_id, paper_kind, template_id, sent_at, ended_at, outcome, worth, reminders) values (?, ?, ?, 'garden', ?, ?, ?, ?, ?, 42000, ?)`,
  )
  const filled = db.prepare(`insert into paper_answers (paper_id, template_id, at, "values") values (?, 'hire', ?, ?)`)
  const mark = db.prepare(
    `insert into visit_marks (id, job_id, contact_id, kind, at, taken_at, by, words) values (?, ?, ?, 'here', ?, ?, 'Jonah Reed', '')`,
  )
  const OUTCOME = ['signed', 'signed', 'signed', 'declined', 'lapsed']
  for (const [i, { id, day }] of jobs.entries()) {
    const who = `bp${pick(i, 'client', PEOPLE)}`
    owned.run(who, id)
    // What is to come hasn’t occurred yet: it was asked for in the last weeks.
    const began = addDays(day > today ? today : day, -30 - pick(i, 'lag', 20))
    for (const [k, kind] of ['made', 'asked', 'opened', 'signed'].entries()) {
      const at = `${addDays(began, k * 2)}T1${k}:00:00.000Z`
      occurred.run(`b:${id}:${kind}`, kind, at, id, who, kind === 'made' ? null : `${id}p0`)
      if (k % 2) told.run(id, at, kind === 'asked' ? 'sent' : 'signed', 'Quote and so on', '', 'settled')
    }
    for (const k of [0, 1])
      sent.run(
        `${id}r${k}`,
        `${id}p${k}`,
        id,
        k ? 'contract' : 'quote',
        k ? 'hire' : 'quote',
        `${addDays(began, 2)}T10:00:00.000Z`,
        `${addDays(began, 2 + pick(i, 'd', 20))}T10:00:00.000Z`,
        OUTCOME[pick(i, `o${k}`, 5)],
        pick(i, 'r', 4),
      )
    if (i % 2 === 0)
      filled.run(
        `${id}p1`,
        `${began}T10:00:00.000Z`,
        JSON.stringify({
          'Full name': `Somebody ${i}`,
          Gate: pick(i, 'g', 2) ? 'yes' : 'no',
          People: String(pick(i, 'pp', 40)),
        }),
      )
    if (i % 3 === 0)
      mark.run(`bm${i}`, id, `bp${pick(i, 'guest', PEOPLE)}`, `${day}T18:00:00.000Z`, `${day}T18:00:00.000Z`)
  }
  db.exec('commit')
  db.exec('analyze')
  db.close()
}

/** What is seen of people, days and answers on that data: each request, and the service beside its one raw SQL. */
export async function seen(server: TestServer): Promise<Figure[]> {
  process.env.UPWOLD_DATA = server.folder
  const { pulseView, timelineView } = await import('../../server/views/pulse')
  const { personView, personThread } = await import('../../server/views/person')
  const { findContacts } = await import('../../server/views/contacts')
  const { calendarDays } = await import('../../server/views/days')
  const { howView } = await import('../../server/views/how')
  const { answersView } = await import('../../server/views/answers')
  const { noticesOf } = await import('../../server/views/notices')
  const { closeDb } = await import('../../server/platform/db/client')
  const { memberById } = await import('../../server/members/members')
  const db = new Database(join(server.folder, 'upwold.db'), { readonly: true })
  const today = new Date().toISOString().slice(0, 10)
  const [{ id: memberId }] = db.prepare(`select id from members where role = 'owner'`).all() as [{ id: string }]
  const [{ id: who }] = db
    .prepare(`select client_id id from jobs where client_id like 'bp%' group by 1 order by count(*) desc limit 1`)
    .all() as [{ id: string }]
  const owner = (await memberById(memberId))!
  const [from, to] = [`${today.slice(0, 7)}-01`, `${today.slice(0, 7)}-28`]
  const raw = (sql: string) => {
    const statement = db.prepare(sql)
    return () => statement.all()
  }
  const back = (n: number) => `${addDays(today, -n)}T00:00:00.000Z`
  const PULSE = `'asked', 'opened', 'signed', 'declined', 'lapsed'`
  const parts: [string, string, () => unknown, () => unknown][] = [
    [
      'people who are clients',
      '/api/contacts?as=client&limit=60',
      () => findContacts('', { as: 'client', limit: 60 }),
      raw(
        `select * from contacts c where exists (select 1 from jobs where client_id = c.id) order by name, id limit 60`,
      ),
    ],
    [
      'a person’s page',
      `/api/contacts/${who}`,
      () => personView(who, owner),
      raw(`select c.*, (select count(*) from jobs where client_id = c.id), (select json_group_array(json_array(j.title, s.facts)) from jobs j join standings s on s.job_id = j.id where j.client_id = c.id),
        (select json_group_array(json_array(s.facts, j.title)) from standings s join jobs j on j.id = s.job_id where j.client_id = c.id and s.state in ('yours', 'trouble', 'theirs')),
        (select json_group_array(json_array(d.label, d.open)) from dues d join jobs j on j.id = d.job_id where j.client_id = c.id) from contacts c where id = '${who}'`),
    ],
    [
      'their thread',
      `/api/contacts/${who}/thread`,
      () => personThread(who, 'all'),
      raw(
        `select h.*, j.title from happenings h join jobs j on j.id = h.job_id where j.client_id = '${who}' order by h.at desc limit 41`,
      ),
    ],
    [
      'the pulse of 28 days',
      '/api/pulse?days=28',
      () => pulseView(28, owner),
      raw(
        `select kind, substr(at, 1, 13), count(*) from occurrences where kind in (${PULSE}) and at >= '${back(55)}' group by 1, 2`,
      ),
    ],
    [
      'everything that happened',
      '/api/timeline',
      () => timelineView({}),
      raw(
        `select o.*, j.title, c.name, p.title from occurrences o left join jobs j on j.id = o.job_id left join contacts c on c.id = o.contact_id left join papers p on p.id = o.paper_id order by o.at desc, o.n desc limit 51`,
      ),
    ],
    [
      'a month of the calendar',
      `/api/days?from=${from}&to=${to}`,
      () => calendarDays(from, to, owner),
      raw(
        `select j.*, s.facts, c.name, k.settings from jobs j join standings s on s.job_id = j.id join kinds k on k.id = j.kind_id left join contacts c on c.id = j.client_id where j.sort_day between '${addDays(from, -31)}' and '${to}' and substr(coalesce(j.ends, j.starts), 1, 10) >= '${from}' order by j.sort_day limit 400`,
      ),
    ],
    [
      'how we do by kind, a year',
      '/api/how?of=quote',
      () => howView({ by: 'kind', of: 'quote', months: 12 }, owner),
      raw(
        `select kind_id, outcome, julianday(substr(ended_at, 1, 10)) - julianday(substr(sent_at, 1, 10)), count(*), sum(worth), sum(reminders) from sendings where paper_kind = 'quote' and sent_at >= '${addDays(today, -360)}' group by 1, 2, 3`,
      ),
    ],
    [
      'what was filled on a template',
      '/api/templates/hire/answers/rows',
      () => answersView('hire', { column: '', find: '' }),
      raw(
        `select a.*, j.title, j.day, (select name from contacts where id = j.client_id), (select json_group_array(x."values") from (select "values" from paper_answers where template_id = 'hire' order by at desc limit 1000) x) from paper_answers a join papers p on p.id = a.paper_id join jobs j on j.id = p.job_id where a.template_id = 'hire' order by a.at desc limit 51`,
      ),
    ],
    [
      'notices',
      '/api/notices',
      () => noticesOf(memberId),
      raw(
        `select *, (select count(*) from notices where member_id = '${memberId}' and read_at is null and listed = 'yes') from notices where member_id = '${memberId}' and listed = 'yes' order by at desc limit 41`,
      ),
    ],
  ]
  const out: Figure[] = []
  for (const [name, , ours, bare] of parts)
    out.push(await compare(`${name}, the service`, 20, ours, bare, { ratio: 3 }))
  closeDb()
  await new Promise((resolve) => setTimeout(resolve, 200))
  const caller = await signedIn(server)
  for (const [name, path, , bare] of parts)
    out.push(await compare(`${name}, the request`, 20, () => caller.must('GET', path), bare, { value: 100 }))
  db.close()
  return out
}
