import { type Browser, chromium } from '@playwright/test'
import { addLine, atRest, choose, draw, launchOptions, signInAs } from '../../tests/support/browser'
import { Caller, signedIn } from '../../tests/support/caller'
import {
  ORCHARD,
  agreedJob,
  countersign,
  inDays,
  jobOf,
  linkTo,
  makeJob,
  makePaper,
  send,
  sign,
} from '../../tests/support/line'
import { TestServer, until } from '../../tests/support/server'
import { seedOnce } from '../lib.mjs'

type Keep = (name: string, content: Uint8Array | object) => void
type Say = (words: string) => void

/**
 * Money agreed, taken and given back: options taken, an extra signed on site, a deposit booked wrong and put right by the
 * reference of its transfer, a damage deposit kept in part, the job done, its invoice as a PDF that carries its data and as
 * e-invoice, a part credited, another job called off with money back, somebody reminded, a statement, an agreement that repeats, a closed month, the journal.
 */
export async function money(keep: Keep, say: Say): Promise<void> {
  await seedOnce()
  const server = await TestServer.start()
  const browser = await chromium.launch(launchOptions)
  try {
    await walk(server, browser, keep, say)
  } finally {
    await browser.close()
    await server.stop()
  }
}

async function walk(server: TestServer, browser: Browser, keep: Keep, say: Say): Promise<void> {
  const api = await signedIn(server)
  const context = await browser.newContext({
    baseURL: server.origin,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
    viewport: { width: 1280, height: 800 },
  })
  const page = await context.newPage()
  const dialog = page.getByRole('dialog')
  const region = page.getByRole('region', { name: 'Money' })

  say('Options are taken, the contract signed')
  const { id, email } = await makeJob(api, {
    title: 'Orchard weekend',
    starts: `${inDays(-1)}T10:00`,
    ends: `${inDays(-1)}T20:00`,
    lines: ORCHARD.map((l) => (l.optional ? { ...l, chosen: false } : l)),
  })
  const client = new Caller(server)
  await send(api, await makePaper(api, id, 'quote'))
  await sign(client, await linkTo(api, email), { taken: { tub: true }, quantities: { fire: '8' } })
  const contract = await until(
    () => jobOf(api, id),
    (j) => j.papers.some((p) => p.kind === 'contract'),
  )
  const paper = contract.papers.find((p) => p.kind === 'contract')!.id
  await send(api, paper)
  await sign(client, await linkTo(api, email, /agreement|hire|sign/i))
  await countersign(api, paper)
  await until(
    () => jobOf(api, id),
    (j) => !!j.invoice,
    60,
  )

  say('An extra is added, priced and signed on site, on the phone in hand')
  const began = Date.now()
  const hand = await browser.newContext({
    baseURL: server.origin,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  })
  const onSite = await hand.newPage()
  await signInAs(onSite)
  await onSite.goto(`/jobs/${id}`)
  await onSite.getByRole('button', { name: 'Add an extra' }).click()
  await addLine(onSite, 'Ice bath')
  const sheet = onSite.getByRole('dialog')
  await sheet.getByLabel(`Price each, line ${ORCHARD.length + 1}`).fill('80')
  await onSite.keyboard.press('Tab')
  await sheet.getByRole('button', { name: 'Have it signed here' }).click()
  await onSite.getByRole('button', { name: 'Yes, that is me' }).click()
  await onSite.getByRole('button', { name: 'Next: your signature' }).click()
  await onSite.getByRole('button', { name: 'Sign here' }).click()
  await draw(onSite)
  await onSite.getByRole('button', { name: 'Sign the extra 1' }).click()
  await onSite.getByRole('checkbox', { name: /I agree/ }).check()
  await onSite.getByRole('dialog').getByRole('button', { name: 'Sign the extra 1' }).click()
  await onSite.getByRole('link', { name: 'Hand the device back' }).waitFor()
  await hand.close()
  const agreed = await until(
    () => jobOf(api, id),
    (j) => j.papers.some((p) => p.kind === 'extra' && p.state === 'signed') && j.invoices.length === 2,
    60,
  )
  say(
    `  ${Math.round((Date.now() - began) / 1000)} s from signing in to signed; what it adds has an invoice of its own`,
  )
  say(`  agreed: ${agreed.priced.total / 100} GBP, with the tub and eight hours of fire`)

  say('The deposit is booked wrong, taken back and booked right; a damage deposit is held')
  const book = (stage: string, amount: number, key: string) =>
    api.must('POST', `/api/jobs/${id}/payments`, { stage, amount, method: 'bank', key })
  const deposit = agreed.stages.find((s) => s.key === 'deposit')!.open
  await book('deposit', deposit * 100, 'walk-wrong')
  await signInAs(page)
  await page.goto(`/jobs/${id}`)
  await region.getByRole('button', { name: /^Take back Deposit/ }).click()
  await dialog.getByLabel('What was wrong with it').fill('typed without the point')
  await dialog.getByRole('button', { name: 'Take it back' }).click()
  await region.getByText('taken back: typed without the point').waitFor()
  say('  the transfer is found by what was quoted with it')
  const { pay } = await client.must<{ pay: { reference: string } }>(
    'GET',
    `/api/sign/${await linkTo(api, email, /agreement|hire|sign/i)}`,
  )
  await page.goto('/money')
  await page.getByRole('button', { name: 'Book what came in' }).click()
  await dialog.getByLabel(/^What was quoted with it/).fill(`FPS CREDIT ${pay.reference} HOLM`)
  await dialog.getByRole('list', { name: 'What it is for' }).getByText('Orchard weekend').waitFor()
  await dialog.getByRole('button', { name: /^Book £/ }).click()
  await dialog.waitFor({ state: 'hidden' })
  await page.goto(`/jobs/${id}`)
  await book('balance', agreed.stages.find((s) => s.key === 'balance')!.open, 'walk-rest')
  await book('damage', 20_000, 'walk-held')

  say('It is done; part of the damage deposit is kept')
  await page.reload()
  await page.getByRole('button', { name: 'It is done…' }).click()
  await dialog.getByLabel('What was different').fill('One hour less of fire')
  await dialog.getByRole('button', { name: 'It is done' }).click()
  await page.getByText('It is done.', { exact: true }).waitFor()
  await region.getByRole('button', { name: 'Settle the deposit' }).click()
  await dialog.getByLabel('Kept, in GBP').fill('45')
  await dialog.getByLabel('What it is kept for').fill('The bench was burnt')
  await dialog.getByRole('button', { name: 'Book it' }).click()
  await region.getByText('kept: The bench was burnt').waitFor()

  say('The invoice, and a part of it credited for the hour')
  await region
    .getByRole('button', { name: /^Credit invoice/ })
    .first()
    .click()
  await dialog.getByLabel(/^Amount, tax included/).fill('33.60')
  await dialog.getByLabel('Why; it stands on it').fill('One hour less of fire')
  await dialog.getByRole('button', { name: 'Raise the credit note' }).click()
  await region.getByRole('link', { name: /^Credit note/ }).waitFor()
  const done = await jobOf(api, id)
  const file = async (path: string) =>
    (
      await until(
        () => api.get(path),
        (a) => a.status === 200,
        60,
      )
    ).bytes
  keep('invoice.pdf', await file(`/api/invoices/${done.invoice!.id}/pdf`))
  keep('invoice-ubl.xml', await file(`/api/invoices/${done.invoice!.id}/xml?as=ubl`))
  keep('invoice-cii.xml', await file(`/api/invoices/${done.invoice!.id}/xml?as=cii`))
  keep('credit.pdf', await file(`/api/credits/${done.credits[0]!.id}/pdf`))
  keep('credit-ubl.xml', await file(`/api/credits/${done.credits[0]!.id}/xml?as=ubl`))
  await api.must('POST', `/api/jobs/${id}/back`, {
    amount: done.credit,
    method: 'bank',
    words: 'The hour',
    key: 'walk-hour',
  })
  keep('job.json', await api.must('GET', `/api/jobs/${id}/export`))

  say('Another job is called off by its client, and what was paid too much goes back')
  const other = await agreedJob(api, {
    title: 'Willow bank',
    starts: `${inDays(20)}T10:00`,
    ends: `${inDays(20)}T18:00`,
  })
  const plan = await jobOf(api, other.id)
  for (const s of plan.stages.filter((x) => !x.held))
    await api.must('POST', `/api/jobs/${other.id}/payments`, {
      stage: s.key,
      amount: s.open,
      method: 'bank',
      key: `walk-${s.key}`,
    })
  await page.goto(`/jobs/${other.id}`)
  await region.getByRole('button', { name: 'Call it off…' }).click()
  await dialog.getByRole('list', { name: 'What follows' }).waitFor()
  await dialog.getByRole('button', { name: 'Call it off' }).click()
  await region.getByText(/Called off by the client/).waitFor()
  await server.rows("update outbox set due_at = '2020-01-01T00:00:00.000Z' where kind = 'call-off' and done_at is null")
  const off = await until(
    () => jobOf(api, other.id),
    (j) => j.calledOff?.done === true,
  )
  await api.must('POST', `/api/jobs/${other.id}/back`, { amount: off.credit, method: 'bank', key: 'walk-off' })
  say(`  kept ${off.calledOff!.owed / 100}, given back ${off.credit / 100}`)

  say('Somebody who pays late is reminded, and gets a statement')
  const late = await agreedJob(api, { title: 'Sedge mill' })
  await server.rows('update jobs set agreed_on = ? where id = ?', [inDays(-12), late.id])
  await server.rows('update dues set due_on = ? where job_id = ?', [inDays(-11), late.id])
  await api.must('PUT', '/api/business/late', { steps: '3, 10' })
  await server.rows("update outbox set due_at = '2020-01-01T00:00:00.000Z' where key = 'late:morning'")
  const reminded = await until(
    () => jobOf(api, late.id),
    (j) => j.thread.some((t) => t.type === 'asked-money'),
  )
  say(`  ${reminded.thread.find((t) => t.type === 'asked-money')!.words}`)
  keep('statement.pdf', await file(`/api/contacts/${reminded.client!.id}/statement`))

  say('An agreement repeats: what will come is looked at, then three months of it come by themselves')
  const [y, m] = inDays(0).split('-').map(Number) as [number, number]
  const threeAgo = new Date(Date.UTC(y, m - 4, 12)).toISOString().slice(0, 10)
  const monthly = await agreedJob(api, {
    title: 'Wheelwrights’ monthly steam',
    starts: `${threeAgo}T17:00`,
    ends: `${threeAgo}T20:00`,
  })
  await page.goto(`/jobs/${monthly.id}`)
  await page.getByRole('button', { name: 'Let it repeat…' }).click()
  await atRest(page)
  await choose(page, 'Days, weeks, months or years', 'months')
  await dialog.getByRole('button', { name: 'the last working day' }).click()
  for (const row of (
    await dialog.getByRole('list', { name: 'What will come' }).getByRole('listitem').allInnerTexts()
  ).slice(0, 3))
    say(`  ${row.replaceAll('\n', '  ')}`)
  await dialog.getByRole('button', { name: 'Keep this rhythm' }).click()
  await page.getByRole('button', { name: 'Switch it on' }).click()
  const came = await until(
    () =>
      server.rows(
        `select i.id, i.number, d.day from rhythm_days d join invoices i on i.job_id = d.job_id and i.pdf_sha is not null
         where d.rhythm_id = ? order by d.day`,
        [monthly.id],
      ),
    (rows) => rows.length >= 3,
    60,
  )
  for (const [i, row] of came.slice(0, 3).entries()) {
    say(`  ${String(row.day)}: invoice ${String(row.number)}`)
    keep(`repeating-${i + 1}.pdf`, await file(`/api/invoices/${String(row.id)}/pdf`))
  }
  keep('repeating.json', (await jobOf(api, monthly.id)).rhythm!)

  say('A month is closed, and the journal taken out')
  const month = inDays(-45).slice(0, 7)
  await api.must('PUT', '/api/ledger/closed', { to: month })
  const refused = await api.post(`/api/jobs/${id}/payments`, {
    stage: 'deposit',
    amount: 100,
    method: 'bank',
    day: `${month}-10`,
    key: 'walk-late',
  })
  say(`  a booking in ${month}: ${refused.status}, ${String(refused.body.title)}`)
  keep('journal.csv', await file(`/api/ledger/journal?from=${inDays(-400)}&to=${inDays(0)}`))
  const books = await api.must<{ accounts: { account: string; balance: number }[] }>('GET', '/api/ledger')
  say(`  all accounts together: ${books.accounts.reduce((n, a) => n + a.balance, 0)}`)
}
