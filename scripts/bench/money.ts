import { join } from 'node:path'
import Database from 'libsql'
import { addDays, weeksFrom } from '../../core/calendar/dates'
import { minor } from '../../core/money/money'
import { signedIn } from '../../tests/support/caller'
import { agreedJob, inDays, priced } from '../../tests/support/line'
import { type TestServer, until } from '../../tests/support/server'
import { type Figure, compare, median } from './measure'

const ENTRIES = 100_000
const INVOICES = 1000
const DUES = 2000

/** Fills the books up to a hundred thousand entries that come to nothing together, over three years, and dues beside them. */
function fill(folder: string): void {
  const db = new Database(join(folder, 'upwold.db'))
  const today = inDays(0)
  const { id } = db.prepare('select id from jobs limit 1').get() as { id: string }
  const { n } = db.prepare('select count(*) as n from ledger_entries').get() as { n: number }
  const entry = db.prepare('insert into ledger_entries (event, day, account, amount, job_id) values (?, ?, ?, ?, ?)')
  db.exec('begin')
  for (let i = 0; i < (ENTRIES - n) / 5; i += 1) {
    const day = addDays(today, -(i % 1095))
    const net = 1000 + (i % 977) * 10
    for (const [account, amount] of [
      ['owed', net * 1.2],
      ['revenue 20', -net],
      ['tax 20', -net * 0.2],
    ] as const)
      entry.run(`invoice:bench${i}`, day, account, amount, id)
    entry.run(`payment:bench${i}`, day, 'bank', net * 1.2, id)
    entry.run(`payment:bench${i}`, day, 'owed', -net * 1.2, id)
  }
  const due = db.prepare('insert into dues (job_id, stage, label, open, due_on, held) values (?, ?, ?, ?, ?, 0)')
  for (let i = 0; i < DUES; i += 1) due.run(id, `bench${i}`, 'Balance', 1000 + i, addDays(today, (i % 120) - 60))
  db.exec('commit')
  db.exec('analyze')
  db.close()
}

/** Balances, open items and the Money screen over a hundred thousand entries, each against its one raw statement. */
async function reading(server: TestServer): Promise<Figure[]> {
  process.env.UPWOLD_DATA = server.folder
  const { ledgerView } = await import('../../server/views/ledger')
  const { figureRows } = await import('../../server/views/figures')
  const { moneyView } = await import('../../server/views/money')
  const { closeDb } = await import('../../server/platform/db/client')
  const db = new Database(join(server.folder, 'upwold.db'), { readonly: true })
  const today = inDays(0)
  const quarter = `${today.slice(0, 5)}${String(Math.floor((Number(today.slice(5, 7)) - 1) / 3) * 3 + 1).padStart(2, '0')}-01`
  const [monday] = weeksFrom(today, 1)
  const balances = db.prepare(`select
    (select json_group_array(json_array(account, s)) from (select account, sum(amount) s from ledger_entries group by account)),
    (select json_group_array(json_array(m, account, s)) from (
      select substr(day, 1, 7) m, account, sum(amount) s from ledger_entries
      where account like 'revenue %' or account like 'tax %' group by 1, account))`)
  const open = db.prepare(`select d.*, j.title, c.name,
      (select json_group_array(json_array(p.id, p.title)) from (
        select id, title from papers where job_id = coalesce(j.repeats, j.id)
        and kind in ('quote', 'contract', 'extra') and state in ('out', 'signed') order by created_at) p) papers
    from dues d join jobs j on j.id = d.job_id
    left join contacts c on c.id = j.client_id where d.due_on < '${today}' order by d.due_on, d.job_id || ' ' || d.stage limit 101`)
  const money = db.prepare(`select
    (select json_group_array(json_array(job_id, title, name, stage, label, open, due_on, number)) from (
      select d.job_id, j.title, c.name, d.stage, d.label, d.open, d.due_on,
        (select number from invoices i where i.job_id = d.job_id order by i.created_at desc limit 1) number
      from dues d join jobs j on j.id = d.job_id left join contacts c on c.id = j.client_id order by d.due_on limit 60)),
    (select json_group_array(json_array(due_on, s)) from (select due_on, sum(open) s from dues group by due_on)),
    (select json_array(sum(quoted), sum(agreed), sum(paid), sum(held)) from standings where sort_day >= '${quarter}'),
    (select sum(amount) from ledger_entries where account = 'owed' and day >= '${quarter}' and (event glob 'invoice:*' or event glob 'credit:*')),
    (select sum(open) from dues where due_on >= '${monday}' and due_on < '${addDays(monday!, 84)}'),
    (select json_group_array(json_array(m, p, a)) from (
      select substr(sort_day, 1, 7) m, sum(paid) p, sum(agreed) a from standings
      where sort_day between '${today.slice(0, 4)}-01-01' and '${today.slice(0, 4)}-12-31' group by 1)),
    (select json_group_array(json_array(at, amount, stage, title, name)) from (
      select p.at, p.amount, p.stage, j.title, c.name from payments p join jobs j on j.id = p.job_id
      left join contacts c on c.id = j.client_id order by p.at desc limit 8)),
    (select json_group_array(json_array(job_id, title, held)) from (
      select s.job_id, j.title, s.held from standings s join jobs j on j.id = s.job_id where s.held > 0 limit 20)),
    (select json_group_array(json_array(number, invoice, title, name)) from (
      select i.number, i.invoice, j.title, c.name from invoices i join jobs j on j.id = i.job_id
      left join contacts c on c.id = j.client_id order by i.created_at desc limit 60))`)
  const figures = [
    await compare(
      `every balance, and tax by month, of ${ENTRIES.toLocaleString('en')} entries`,
      20,
      () => ledgerView(),
      () => balances.all(),
      { ratio: 3 },
    ),
    await compare(
      'what is overdue, opened, the service',
      30,
      () => figureRows('overdue'),
      () => open.all(),
      { ratio: 3 },
    ),
    await compare(
      'Money on the same books, the service',
      30,
      () => moneyView(),
      () => money.all(),
      { ratio: 3 },
    ),
  ]
  db.close()
  await closeDb()
  return figures
}

/** A thousand invoices raised, drawn and written as XML, and what others wait meanwhile. */
async function raising(server: TestServer): Promise<Figure[]> {
  const owner = await signedIn(server)
  const { id } = await agreedJob(owner, { lines: [priced({ key: 'a', unitPrice: minor(42_000) })] })
  await until(
    () => server.rows('select id from invoices where job_id = ? and pdf_sha is not null', [id]),
    (r) => r.length === 1,
  )
  const db = new Database(join(server.folder, 'upwold.db'))
  const columns = (table: string, without: string[]) =>
    (db.prepare(`select name from pragma_table_info('${table}')`).all() as { name: string }[])
      .map((c) => c.name)
      .filter((c) => !without.includes(c))
      .map((c) => `"${c}"`)
      .join()
  const [job, line] = [columns('jobs', ['id']), columns('job_lines', ['job_id'])]
  db.exec('begin')
  for (let i = 0; i < INVOICES; i += 1) {
    db.exec(`insert into jobs (id, ${job}) select 'inv${i}', ${job} from jobs where id = '${id}'`)
    db.exec(`insert into job_lines (job_id, ${line}) select 'inv${i}', ${line} from job_lines where job_id = '${id}'`)
    db.exec(
      `insert into outbox (kind, key, payload, due_at) values ('invoice', 'invoice:inv${i}', '{"jobId":"inv${i}"}', '2020-01-01')`,
    )
  }
  const began = performance.now()
  db.exec('commit')
  db.close()
  // Lets connections that went idle meanwhile be seen as closed.
  await new Promise((resolve) => setTimeout(resolve, 200))
  const waits: number[] = []
  let raised: { id: string }[] = []
  while (raised.length < INVOICES) {
    const asked = performance.now()
    await owner.get('/api/today')
    waits.push(performance.now() - asked)
    raised = (await server.rows(
      `select id from invoices where job_id like 'inv%' and pdf_sha is not null`,
    )) as unknown as { id: string }[]
  }
  for (const invoice of raised)
    for (const as of ['ubl', 'cii']) {
      const asked = performance.now()
      const answer = await owner.get(`/api/invoices/${invoice.id}/xml?as=${as}`)
      waits.push(performance.now() - asked)
      if (answer.status !== 200) throw new Error(`The XML of ${invoice.id} came with ${answer.status}`)
    }
  const took = performance.now() - began
  const numbers = await server.rows(`select count(distinct number) as n from invoices where job_id like 'inv%'`)
  if (numbers[0]!.n !== INVOICES) throw new Error('A number came twice')
  return [
    {
      name: `${INVOICES.toLocaleString('en')} invoices raised, drawn and written as XML`,
      value: took,
      unit: 'ms',
      baseline: took,
      ratio: 1,
      goal: { value: 120_000 },
    },
    {
      name: 'a request of somebody else meanwhile, at the median',
      value: median(waits),
      unit: 'ms',
      baseline: median(waits),
      ratio: 1,
      goal: { value: 100 },
    },
  ]
}

export async function money(server: TestServer): Promise<Figure[]> {
  const raised = await raising(server)
  await server.kill()
  fill(server.folder)
  const read = await reading(server)
  await server.restart()
  return [...raised, ...read]
}
