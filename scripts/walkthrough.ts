import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { chromium, type Page } from '@playwright/test'
import { type Caller, signedIn } from '../tests/support/caller'
import {
  addLine,
  choose,
  draw,
  launchOptions,
  openLine,
  signInAs,
  newJobByHand,
  signOnPages,
} from '../tests/support/browser'
import { mailsTo, paperOf } from '../tests/support/line'
import { TestServer, until } from '../tests/support/server'
import { seedOnce } from './lib.mjs'
import { after } from './walk/after'
import { desk } from './walk/desk'
import { flow } from './walk/flow'
import { fresh } from './walk/fresh'
import { money } from './walk/money'

/**
 * The main journey in Chromium on a fresh server: from a new job to quote, contract, sealed copy, deposit and invoice.
 * `npm run walkthrough -- fresh --out DIR` begins with an empty folder instead (scripts/walk/fresh.ts), `money` follows money
 * that is taken and given back (scripts/walk/money.ts), `desk` takes forty guests in at two desks (scripts/walk/desk.ts),
 * `after` is a quarter of sixty jobs with what follows by itself (scripts/walk/after.ts), `flow` goes from an application form to a sealed paper (scripts/walk/flow.ts).
 * `npm run walkthrough -- --out DIR` leaves there quote.pdf, contract-sealed.pdf, invoice.pdf, reading.txt (the words of the
 * reading view), job.json and events.json.
 */
const { values, positionals } = parseArgs({
  options: { out: { type: 'string', default: 'walkthrough' } },
  allowPositionals: true,
})
const out = resolve(values.out)
mkdirSync(out, { recursive: true })
const say = (words: string) => process.stdout.write(`${words}\n`)
const keep = (name: string, content: Uint8Array | object) => {
  const bytes = content instanceof Uint8Array ? content : JSON.stringify(content, null, 2)
  mkdirSync(dirname(join(out, name)), { recursive: true })
  writeFileSync(join(out, name), bytes)
  say(`  ${name}`)
}
const inDays = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10)

const [name] = positionals
const WALKS = { after, desk, flow, fresh, money }
if (name && Object.hasOwn(WALKS, name)) {
  await WALKS[name as keyof typeof WALKS](keep, say)
  say(`Done: ${out}`)
  process.exit()
} else if (name) {
  say(`There is no walkthrough “${name}”: after, desk, flow, fresh, money, or without a name the main line.`)
  process.exit(1)
}

/** What the client's page said, paper by paper. */
const reading: string[] = []

await seedOnce()
const server = await TestServer.start()
const browser = await chromium.launch(launchOptions)
try {
  const api = await signedIn(server)
  const desk = await browser.newContext({
    baseURL: server.origin,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
  })
  const phone = await browser.newContext({
    baseURL: server.origin,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    locale: 'en-GB',
  })
  const owner = await desk.newPage()
  const client = await phone.newPage()
  await walk(owner, client, api)
} finally {
  await browser.close()
  await server.stop()
}
say(`Done: ${out}`)

async function walk(owner: Page, client: Page, api: Caller): Promise<void> {
  say('A new job')
  await signInAs(owner)
  await newJobByHand(owner)
  await choose(owner, 'Kind', 'Garden weekend')
  await owner.getByLabel('Title').fill('Orchard wedding')
  await owner.getByRole('combobox', { name: 'Client' }).fill('Ines Marlow')
  await owner.getByRole('option', { name: /ines@marlow.example/ }).click()
  await owner.getByLabel('Begins').fill(`${inDays(45)}T16:00`)
  await owner.getByLabel('Where', { exact: true }).fill('Orchard House, Oakhanger')
  await owner.getByLabel('Number of people').fill('24')
  await owner.getByLabel('Gate width').fill('2.6')
  const lines = [
    ['Barrel sauna', '1'],
    ['Cold plunge tub', '1'],
    ['Fire-keeper', '6'],
    ['Delivery', '34.5'],
  ] as const
  for (const [i, [item, quantity]] of lines.entries()) {
    await addLine(owner, item)
    await owner.getByLabel(`Quantity, line ${i + 1}`, { exact: true }).fill(quantity)
  }
  for (const n of [2, 3, 4]) await openLine(owner, n)
  await owner.getByLabel('Client may leave line 2').check()
  await owner.getByLabel('Client sets the quantity of line 3, from–to').fill('4–12')
  await owner.getByLabel('Discount, line 4').fill('10%')
  await owner.getByRole('button', { name: 'Add the job' }).click()
  await owner.waitForURL(/\/jobs\/(?!new)/)
  const jobId = owner.url().split('/').at(-1)!

  say('The quote')
  await owner.getByRole('button', { name: 'Make the quote' }).click()
  await owner.getByRole('button', { name: 'Send to Ines' }).click()
  await owner.getByText('Sent. You hear when something happens.').waitFor()
  const quoteId = owner.url().split('/').at(-1)!
  keep('quote.pdf', (await api.get(`/api/papers/${quoteId}/pdf`)).bytes)

  say('The client chooses and accepts on a phone')
  await client.goto(await linkIn(api, /^Your quote for/))
  reading.push(await read(client))
  await client.getByRole('button', { name: 'More: Fire-keeper' }).click()
  await client.getByRole('button', { name: 'More: Fire-keeper' }).click()
  await client.getByRole('button', { name: 'Sign here' }).click()
  await draw(client)
  await finish(client, 'Accept the quote')
  await client.getByRole('heading', { name: 'Accepted. Thank you, Ines.' }).waitFor()

  say('The contract: one term reworded for this client')
  await owner.goto(`/jobs/${jobId}`)
  await owner.getByRole('button', { name: 'To the sending sheet' }).click()
  await owner.getByRole('link', { name: 'Write on it' }).click()
  await owner.getByRole('button', { name: 'Amend 1.2' }).click()
  await owner.getByRole('textbox', { name: 'How it should read' }).waitFor()
  await owner.keyboard.press('End')
  await owner.keyboard.type(' A letter counts as writing.')
  await owner.getByLabel('Why').fill('asked for by the client')
  await owner.getByRole('button', { name: 'Amend this copy' }).click()
  await owner.getByRole('list', { name: 'Amendments' }).waitFor()
  const draft = owner.url().split('/').at(-2)!
  for (const as of ['docx', 'html', 'json'])
    keep(`contract.${as}`, (await api.get(`/api/papers/${draft}/export?as=${as}`)).bytes)
  keep('template.json', (await api.get('/api/templates/hire/export?as=json')).bytes)

  say('The contract, in two turns')
  await owner.getByRole('link', { name: 'To the sending sheet' }).click()
  await owner.getByRole('button', { name: 'Send to Ines, then to you' }).click()
  await owner.getByText('Sent. You hear when something happens.').waitFor()
  const contractId = owner.url().split('/').at(-1)!
  await client.goto(await linkIn(api, /^Your hire agreement for/))
  reading.push(await read(client))
  keep('reading.txt', new TextEncoder().encode(`${reading.join('\n\n\n')}\n`))
  await client.getByRole('button', { name: 'Sign here' }).click()
  await client.getByRole('tab', { name: 'Type' }).click()
  await client.getByRole('button', { name: 'Use this signature' }).click()
  await finish(client, 'Sign the hire agreement')
  await client.getByText('Maren Fosse signs next.').waitFor()
  await owner.getByRole('button', { name: 'Countersign' }).click()
  await signOnPages(owner)
  await draw(owner)
  await finish(owner, 'Sign the hire agreement')
  await owner.getByRole('heading', { name: 'Signed. Thank you, Maren.' }).waitFor()
  await until(
    () => paperOf(api, contractId),
    (p) => !!p.round?.sealed,
    60,
  )
  keep('contract-sealed.pdf', (await api.get(`/api/papers/${contractId}/sealed`)).bytes)
  keep('events.json', await api.must('GET', `/api/papers/${contractId}/events`))

  say('The deposit')
  await client.getByRole('button', { name: /^Pay / }).click()
  await client.getByLabel('Card number').fill('9700 0000 0000 0001')
  await client.getByRole('button', { name: /^Pay / }).click()
  await client.getByText('Your deposit has arrived. Thank you.').waitFor()

  say('The invoice')
  const job = await until(
    () =>
      api.must<{ invoice: object | null; line: { key: string; state: string }[] }>('GET', `/api/jobs/${jobId}/export`),
    (j) => !!j.invoice,
    60,
  )
  const invoice = (await api.must<{ invoice: { id: string } }>('GET', `/api/jobs/${jobId}`)).invoice
  const pdf = await until(
    () => api.get(`/api/invoices/${invoice.id}/pdf`),
    (a) => a.status === 200,
    60,
  )
  keep('invoice.pdf', pdf.bytes)
  keep('job.json', job)
}

/** The newest message to the client whose subject fits, as its link. */
async function linkIn(api: Caller, subject: RegExp): Promise<string> {
  const mails = await until(
    () => mailsTo(api, 'ines@marlow.example'),
    (list) => list.some((m) => subject.test(m.subject)),
  )
  return /\/s\/[\w-]+/.exec(mails.find((m) => subject.test(m.subject))!.text)![0]
}

/** The words of the reading view, once the page has come to life. */
async function read(page: Page): Promise<string> {
  await page.getByText('kept as you go').waitFor()
  await page.locator('article.paper.whole').first().waitFor()
  return (await page.locator('article.paper').allInnerTexts()).join('\n\n')
}

async function finish(page: Page, label: string): Promise<void> {
  await page.getByRole('button', { name: label }).click()
  const sheet = page.getByRole('dialog', { name: label })
  await sheet.getByRole('checkbox').check()
  await sheet.getByRole('button', { name: label }).click()
}
