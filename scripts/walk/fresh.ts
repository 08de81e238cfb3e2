import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Browser, type Locator, type Page, chromium } from '@playwright/test'
import { choose, launchOptions } from '../../tests/support/browser'
import { Caller } from '../../tests/support/caller'
import { inDays, jobOf, mailsTo, paperOf } from '../../tests/support/line'
import { TestServer, until } from '../../tests/support/server'
import { backUp, restore } from '../../server/platform/archive'

type Keep = (name: string, content: Uint8Array | object) => void
type Say = (words: string) => void

const OWNER = {
  name: 'Katrin Brandner',
  email: 'katrin@brandner.example',
  password: 'walnuss-zaun-orgel-nebel',
  pin: '2468',
}
const CLIENT = 'petra@brunner.example'
const YEAR = new Date().getFullYear() + 1
const ENQUIRY = `Guten Tag,

wir feiern am 12. Juni ${YEAR} ab 14 Uhr unser Gartenfest und brauchen ein Festzelt, 6 × 12 m, dazu 60 Klappstühle. Wir sind 60 Personen. Es findet statt im Obstgarten, Am Anger 1, 00000 Nirgendwo.

Viele Grüße
Petra Brunner
${CLIENT}`

/** What a new owner clicks and types: a field that is filled counts as one, letters are counted besides. */
class Hand {
  clicks = 0
  fields = 0
  letters = 0
  async click(on: Locator): Promise<void> {
    await on.click()
    this.clicks += 1
  }
  async fill(on: Locator, text: string): Promise<void> {
    await on.fill(text)
    this.fields += 1
    this.letters += text.length
  }
}

/**
 * From an empty folder to money in the books, as the owner of a new German business: set up from a starter set, a member
 * invited, an item made, a job from a pasted enquiry, its offer accepted and its contract signed by a client on a phone in
 * German, countersigned, paid by hand, invoiced; then a backup, put back elsewhere and verified.
 */
export async function fresh(keep: Keep, say: Say): Promise<void> {
  const server = await TestServer.empty()
  const browser = await chromium.launch({
    ...launchOptions,
    args: launchOptions.args.filter((a) => !a.startsWith('--lang')),
  })
  try {
    await walk(server, browser, keep, say)
  } finally {
    await browser.close()
    await server.stop()
  }
}

async function walk(server: TestServer, browser: Browser, keep: Keep, say: Say): Promise<void> {
  const at = { baseURL: server.origin, locale: 'de-DE', timezoneId: 'Europe/Berlin' }
  const owner = await (await browser.newContext({ ...at, viewport: { width: 1280, height: 800 } })).newPage()
  const client = await (
    await browser.newContext({ ...at, viewport: { width: 390, height: 844 }, hasTouch: true })
  ).newPage()
  const hand = new Hand()
  const button = (name: string | RegExp) => owner.getByRole('button', { name })

  say('An empty folder: four questions')
  await owner.goto(`/setup/${await server.firstKey()}`)
  await hand.fill(owner.getByLabel('Name of the business'), 'Zelt & Licht Brandner')
  await hand.fill(owner.getByLabel('Your name'), OWNER.name)
  await hand.fill(owner.getByLabel('Your e-mail, to sign in with'), OWNER.email)
  await hand.fill(owner.getByLabel('A password'), OWNER.password)
  await hand.fill(owner.getByLabel('A PIN'), OWNER.pin)
  await hand.click(button('Open the business'))
  await owner.getByRole('heading', { name: 'First steps' }).waitFor()
  const api = new Caller(server)
  await api.must('POST', '/api/session', { email: OWNER.email, password: OWNER.password })

  say('Who we are')
  await hand.click(owner.getByRole('link', { name: /Say who you are/ }))
  await hand.fill(owner.getByLabel('Address', { exact: true }), 'Werkstraße 1\n00000 Nirgendwo')
  await hand.fill(owner.getByLabel('USt-IdNr. oder Steuernummer'), 'DE 136 695 976')
  await hand.fill(owner.getByLabel('Account we are paid to'), 'Brandner, IBAN DE89 3704 0044 0532 0130 00')
  await hand.click(button('Keep this'))
  await owner.getByText('Drafts follow').waitFor()

  say('What we sell, and who works here')
  await hand.click(owner.getByRole('link', { name: 'What we sell' }))
  await hand.click(button('New item'))
  await hand.fill(owner.getByLabel('What it is'), 'Bühne, 4 × 3 m')
  await hand.fill(owner.getByLabel('Price of one, in EUR'), '238,00')
  await hand.click(owner.getByRole('dialog').getByRole('button', { name: 'Keep this' }))
  await owner.getByRole('button', { name: 'Bühne, 4 × 3 m' }).waitFor()
  await hand.click(owner.getByRole('link', { name: /Who works here/ }))
  await hand.click(button('Invite somebody'))
  await hand.fill(owner.getByLabel('Name', { exact: true }), 'Jonas Weil')
  await hand.fill(owner.getByLabel('E-mail'), 'jonas@brandner.example')
  await hand.click(button('Send the invitation'))
  await owner.getByText('jonas@brandner.example, invited').waitFor()

  say('The member comes in')
  const [letter] = await until(
    () => server.rows('select secrets from messages where "to" = ?', ['jonas@brandner.example']),
    (rows) => rows.length > 0,
  )
  const member = await (await browser.newContext({ ...at, viewport: { width: 1280, height: 800 } })).newPage()
  await member.goto(`/enter/${server.doorIn(String(letter!.secrets))}`)
  await member.getByLabel('Password').fill('leiter-gras-mond-topf')
  await member.getByLabel('PIN').fill('1357')
  await member.getByRole('button', { name: 'Come in' }).click()
  await member.getByRole('link', { name: 'Today', exact: true }).waitFor()

  say('A job from a pasted enquiry')
  await hand.click(owner.getByRole('link', { name: 'Today', exact: true }))
  await hand.click(owner.getByRole('link', { name: 'Add your first job' }))
  await hand.fill(owner.getByRole('textbox', { name: 'The enquiry' }), ENQUIRY)
  await hand.click(button('Read it'))
  await owner.getByRole('heading', { name: 'What it says' }).waitFor()
  const kind = owner.getByRole('combobox', { name: 'Kind', exact: true })
  if (!(await kind.innerText()).includes('Gartenfest')) {
    await choose(owner, 'Kind', 'Gartenfest')
    hand.clicks += 2
  }
  await hand.click(button('Add it and make the quote'))
  await owner.getByRole('button', { name: /^Send to Petra/ }).waitFor()
  const offer = owner.url().split('/').at(-1)!
  const jobId = (await paperOf(api, offer)).jobId
  await hand.click(button(/^Send to Petra/))
  await owner.getByText('Sent. You hear when something happens.').waitFor()
  keep('offer.pdf', await api.raw(`/api/papers/${offer}/pdf`))

  say('Where the client lives, for the invoice')
  await hand.click(owner.getByRole('link', { name: 'People' }))
  await hand.click(owner.getByRole('button', { name: 'Petra Brunner' }))
  await hand.click(owner.getByRole('button', { name: /^Address/ }))
  await hand.fill(owner.getByRole('textbox', { name: 'Address' }), 'Am Anger 1\n00000 Nirgendwo')
  await owner.getByRole('textbox', { name: 'Address' }).press('Tab')
  await until(
    () => jobOf(api, jobId),
    (j) => !!j.client?.address,
  )

  say('The client accepts and signs, on a phone in German')
  await client.goto(await linkIn(api))
  await signByHand(client, 'Angebot annehmen')
  await owner.goto(`/jobs/${jobId}`)
  await hand.click(button('To the sending sheet'))
  await hand.click(button(/^Send to Petra/))
  await owner.getByText('Sent. You hear when something happens.').waitFor()
  const contract = owner.url().split('/').at(-1)!
  await client.goto(await linkIn(api, 2))
  await signByHand(client, /unterschreiben$/)
  const toSigned = { clicks: hand.clicks, fields: hand.fields, letters: hand.letters }

  say('Countersigned and sealed')
  await hand.click(button('Countersign'))
  await owner.getByRole('region', { name: 'Was noch fehlt' }).waitFor()
  await hand.click(button('Weiter: Ihre Unterschrift'))
  await signByHand(owner, /unterschreiben$/)
  await until(
    () => paperOf(api, contract),
    (p) => !!p.round?.sealed,
    60,
  )
  keep('contract-sealed.pdf', await api.raw(`/api/papers/${contract}/sealed`))
  keep('events.json', await api.must('GET', `/api/papers/${contract}/events`))

  say('The deposit, booked by hand')
  await owner.goto(`/jobs/${jobId}`)
  await hand.click(button('A payment'))
  const [first] = (await jobOf(api, jobId)).stages
  await hand.fill(owner.getByLabel('Amount', { exact: true }), (first!.open / 100).toFixed(2).replace('.', ','))
  await hand.click(button('Book the payment'))
  const paid = await until(
    () => jobOf(api, jobId),
    (j) => j.stages.some((s) => s.paid > 0),
  )
  say('The day has come, and it is done')
  // Half a year passes faster here: the feast was yesterday.
  const { version } = await jobOf(api, jobId)
  await api.must('PATCH', `/api/jobs/${jobId}`, {
    version,
    set: { starts: `${inDays(-1)}T10:00`, ends: `${inDays(-1)}T22:00` },
  })
  await owner.reload()
  await hand.click(button('It is done').first())
  await hand.click(owner.getByRole('dialog').getByRole('button', { name: 'It is done' }))
  say('The invoice')
  const billed = await until(
    () => jobOf(api, jobId),
    (j) => !!j.invoice,
    60,
  )
  const pdf = await until(
    () => api.get(`/api/invoices/${billed.invoice!.id}/pdf`),
    (a) => a.status === 200,
    60,
  )
  keep('invoice.pdf', pdf.bytes)
  keep('job.json', await api.must('GET', `/api/jobs/${jobId}/export`))
  say(`  ${paid.stages.map((s) => `${s.label} ${s.paid / 100} of ${s.amount / 100}`).join(', ')}`)

  say('A backup, put back elsewhere')
  const folder = mkdtempSync(join(tmpdir(), 'upwold-fresh-'))
  await backUp({ data: server.folder, to: join(folder, 'backup.tar.gz') })
  keep('backup.tar.gz', readFileSync(join(folder, 'backup.tar.gz')))
  await restore(join(folder, 'backup.tar.gz'), join(folder, 'again'))
  say(execFileSync('npx', ['tsx', 'scripts/verify.ts', '--data', join(folder, 'again')], { encoding: 'utf8' }).trim())

  const foreign = await englishIn(api, [
    await api.raw(`/api/papers/${offer}/pdf`),
    await api.raw(`/api/papers/${contract}/sealed`),
    pdf.bytes,
  ])
  say(
    foreign.length
      ? `English words the client gets: ${foreign.join(', ')}`
      : 'No English word is in what the client gets.',
  )
  say(
    `From an empty folder to signed: ${toSigned.clicks} clicks, ${toSigned.fields} fields, ${toSigned.letters} letters; to the invoice ${hand.clicks} clicks, ${hand.fields} fields.`,
  )
  if (foreign.length) process.exitCode = 1
}

/** The newest link the client was sent, once there are so many letters with one. */
async function linkIn(api: Caller, n = 1): Promise<string> {
  const links = await until(
    async () => (await mailsTo(api, CLIENT)).flatMap((m) => /\/s\/[\w-]+/.exec(m.text)?.[0] ?? []),
    (list) => new Set(list).size >= n,
  )
  return links[0]!
}

async function signByHand(page: Page, label: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: 'Hier unterschreiben' }).first().click()
  await page.getByRole('tab', { name: 'Tippen' }).click()
  await page.getByRole('button', { name: 'Diese Unterschrift nehmen' }).click()
  await finish(page, label)
  await page.getByRole('heading', { name: /Vielen Dank/ }).waitFor()
}
async function finish(page: Page, label: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: label }).last().click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('checkbox').check()
  await sheet.getByRole('button', { name: label }).click()
}

/** English words in what the client was sent: their papers as a text tool reads them, and their mails. */
async function englishIn(api: Caller, pdfs: Uint8Array[]): Promise<string[]> {
  const mails = (await mailsTo(api, CLIENT)).map((m) => `${m.subject}\n${m.text}`)
  const texts = pdfs.map((pdf) => execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' }))
  const words = [...mails, ...texts].join('\n').match(/\b[A-Za-z]+\b/g) ?? []
  return [...new Set(words.map((w) => w.toLowerCase()).filter((w) => ENGLISH.has(w)))]
}
const ENGLISH = new Set(
  'the and you your please sign signed signature quote agreement deposit balance total tax invoice number page from with when which paper has have this that opened sent day address time event hello thank by'.split(
    ' ',
  ),
)
