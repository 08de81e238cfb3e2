import { join } from 'node:path'
import { type Page, chromium } from '@playwright/test'
import Database from 'libsql'
import { launchOptions, signInAs } from '../../tests/support/browser'
import { signedIn } from '../../tests/support/caller'
import { inDays, makeJob } from '../../tests/support/line'
import type { TestServer } from '../../tests/support/server'
import { type Figure, compare, median } from './measure'

const VISITS = 2_000
const SESSIONS = 4

/** Two thousand visitors in four sessions of today; every second has a waiver, every third is here. */
async function fill(server: TestServer): Promise<void> {
  const owner = await signedIn(server)
  const today = inDays(0)
  const jobs: string[] = []
  for (let i = 0; i < SESSIONS; i += 1)
    jobs.push(
      (
        await makeJob(owner, {
          kindId: 'session',
          title: `Session ${i + 1}`,
          lines: [],
          starts: `${today}T1${i}:00`,
          ends: `${today}T1${i}:50`,
        })
      ).id,
    )
  const db = new Database(join(server.folder, 'upwold.db'))
  const contact = db.prepare(
    `insert into contacts (id, name, kind, created_at, search, born) values (?, ?, 'person', '2026-01-01T00:00:00.000Z', '', '1990-01-01')`,
  )
  const guest = db.prepare('insert into guests (job_id, contact_id, position) values (?, ?, ?)')
  const paper = db.prepare(
    `insert into papers (id, job_id, kind, title, template_id, template_edition, document, bindings, state, created_at)
     values (?, ?, 'waiver', 'Bather’s waiver', 'waiver', 1, '{}', ?, ?, '2026-01-01T00:00:00.000Z')`,
  )
  const mark = db.prepare(
    `insert into visit_marks (id, job_id, contact_id, kind, at, taken_at, by) values (?, ?, ?, 'here', ?, ?, 'Maren Fosse')`,
  )
  const now = new Date().toISOString()
  db.exec('begin')
  for (let i = 0; i < VISITS; i += 1) {
    const [id, job] = [`visitor-${i}`, jobs[i % SESSIONS]!]
    contact.run(id, `Guest ${String.fromCharCode(65 + (i % 26))}${i.toString(36)} Quill`)
    guest.run(job, id, i)
    if (i % 2 === 0) paper.run(`waiver-${i}`, job, JSON.stringify({ guest: { contactId: id } }), 'signed')
    if (i % 3 === 0) mark.run(`mark-${i}`, job, id, now, now)
  }
  db.exec('commit')
  db.close()
}

/** From the key to the rows of whoever is found, as the page itself measures it. */
const find = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const box = document.querySelector<HTMLInputElement>('input[placeholder^="Find by any part"]')!
    const start = performance.now()
    box.value = 'Guest Z'
    box.dispatchEvent(new Event('input', { bubbles: true }))
    for (;;) {
      await new Promise((done) => requestAnimationFrame(done))
      const rows = [...document.querySelectorAll('article')]
      if (rows.length && rows.every((r) => r.getAttribute('aria-label')?.startsWith('Guest Z'))) break
    }
    return performance.now() - start
  })

/** How long the desk takes until its first visit can be seen and pressed, and until somebody is found; without script, the bare page. */
async function usable(page: Page, slower: number): Promise<{ first: number; found: number; bare: number }> {
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: slower })
  const [first, found, bare]: [number[], number[], number[]] = [[], [], []]
  for (let i = 0; i < 5; i += 1) {
    const begun = performance.now()
    await page.goto('/desk')
    await page.getByRole('article').first().waitFor()
    first.push(performance.now() - begun)
    found.push(await find(page))
    const plain = performance.now()
    await page.goto('/api/health')
    bare.push(performance.now() - plain)
  }
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 })
  return { first: median(first), found: median(found), bare: median(bare) }
}

/** The front desk with 2,000 visits in the day: what it reads beside one raw statement, and the screen at quarter speed. */
export async function desk(server: TestServer): Promise<Figure[]> {
  await fill(server)
  process.env.UPWOLD_DATA = server.folder
  const { deskView } = await import('../../server/views/desk')
  const { closeDb } = await import('../../server/platform/db/client')
  const db = new Database(join(server.folder, 'upwold.db'), { readonly: true })
  const today = inDays(0)
  const raw = db.prepare(`select g.job_id, c.id, c.name, c.born, p.id paper, p.state, r.since,
      (select json_group_array(json_array(m.id, m.kind, m.at, m.by, m.words)) from visit_marks m
        where m.job_id = g.job_id and m.contact_id = g.contact_id) marks
    from guests g join jobs j on j.id = g.job_id join contacts c on c.id = g.contact_id
    left join papers p on p.kind = 'waiver' and p.bindings ->> '$.guest.contactId' = g.contact_id and p.job_id = g.job_id
    left join paper_rows r on r.paper_id = p.id where j.sort_day = '${today}'`)
  const figures = [
    await compare(
      `the desk's ${VISITS} visits of a day, the service`,
      20,
      () => deskView(),
      () => raw.all(),
      { ratio: 3 },
    ),
  ]
  db.close()
  await closeDb()
  const browser = await chromium.launch(launchOptions)
  try {
    const page = await (
      await browser.newContext({ baseURL: server.origin, viewport: { width: 1024, height: 768 } })
    ).newPage()
    await signInAs(page)
    const [slow, here] = [await usable(page, 4), await usable(page, 1)]
    const of = (name: string, value: number, bare: number, most?: number): Figure => ({
      name,
      value,
      unit: 'ms',
      baseline: bare,
      ratio: value / bare,
      goal: most ? { value: most } : {},
    })
    return [
      ...figures,
      of(`the desk with ${VISITS} visits, usable, at quarter speed`, slow.first, slow.bare, 1500),
      of('somebody found among them', here.found, here.bare, 50),
      of('somebody found among them, at quarter speed', slow.found, slow.bare),
    ]
  } finally {
    await browser.close()
  }
}
