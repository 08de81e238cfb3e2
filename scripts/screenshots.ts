import type { PaperPage } from '../shared/papers'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { launchOptions, signInAs } from '../tests/support/browser'
import { SEEN as ENQUIRIES } from '../core/enquiry/set/en'
import { signedIn } from '../tests/support/caller'
import { linkTo, mailsTo } from '../tests/support/line'
import { TestServer, until } from '../tests/support/server'
import { root, seed } from './lib.mjs'

/** Takes the pictures in docs/screenshots/ from the demo business: `npm run screenshots`. */
const out = join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })
// The demo business with its year behind it, as `npm run demo` makes it.
const folder = join(root, 'node_modules/.cache/upwold-year')
seed(folder, { UPWOLD_DEMO_YEAR: 'yes' })
const server = await TestServer.start({}, folder)
const browser = await chromium.launch(launchOptions)
const context = await browser.newContext({
  baseURL: server.origin,
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
})
const page = await context.newPage()
await signInAs(page)
const api = await signedIn(server)
const { rows } = await api.must<{ rows: { id: string; title: string }[] }>('GET', '/api/jobs?when=coming&limit=100')
const { rows: papers } = await api.must<PaperPage>('GET', '/api/papers?limit=100')
const job = (title: string) => `/jobs/${rows.find((r) => r.title === title)!.id}`
const paper = (title: string, state: string) =>
  `/papers/${papers.find((p) => p.jobTitle === title && p.state === state)!.id}`

const { links } = await api.must<{ links: { id: string; name: string }[] }>('GET', '/api/standing-links')
const { rows: followUps } = await api.must<{ rows: { id: string; title: string }[] }>('GET', '/api/follow-ups')
const followUp = followUps.find((f) => f.title.startsWith('Contract signed'))!.id
const [{ id: ines }] = await api.must<[{ id: string }]>('GET', '/api/contacts?find=Ines%20Marlow')
const link = links.find((l) => l.name === 'Joining the winter swimmers')!.id

async function take(name: string, on: Page, ready: () => Promise<unknown>): Promise<void> {
  await ready()
  // What is shown before anything has come is no picture of a screen.
  await on.waitForFunction(() => !document.querySelector('.p-skeleton'))
  await on.evaluate(() => document.fonts.ready)
  await on.screenshot({ path: join(out, `${name}.png`) })
  process.stdout.write(`${name}\n`)
}
const heading = (on: Page) => () => on.getByRole('heading', { level: 1 }).waitFor()
/** The pages of a PDF are drawn when they come near; the first has ink once it is. */
const drawn = (on: Page) => () =>
  on.waitForFunction(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('canvas[data-drawn]')
    const pixels = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data
    return !!pixels && pixels.some((v, i) => i % 4 === 0 && v < 60)
  })

for (const [name, path] of [
  ['today', '/'],
  ['job', job('Orchard weekend')],
  ['papers', '/papers?find=stove'],
  ['money', '/money'],
  ['link', `/library/links/${link}`],
  ['desk', `/desk?day=${new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10)}`],
  ['kind', '/settings/kinds/garden'],
  ['follow-up', `/settings/follow-ups/${followUp}`],
  ['person', `/people/${ines}`],
  ['calendar', '/jobs/calendar'],
] as const) {
  await page.goto(path)
  await take(name, page, heading(page))
}
await page.goto('/jobs/new')
await page.getByRole('textbox', { name: 'The enquiry' }).fill(ENQUIRIES[0]![1])
await page.getByRole('button', { name: 'Read it' }).click()
await page.getByRole('heading', { name: 'What it says' }).waitFor()
await page.getByRole('button', { name: 'three of them children' }).click()
await take('new-job', page, heading(page))
await page.goto('/library/templates/supplier')
await take('template-writing', page, () => page.locator('.page-line').first().waitFor({ state: 'attached' }))
await page.goto(`${paper('Fen Lights', 'draft')}/write`)
await page.getByRole('button', { name: 'Amend 1.2' }).click()
await page.getByRole('textbox', { name: 'How it should read' }).waitFor()
await page.keyboard.press('End')
await page.keyboard.type(' The van stands beside it.')
await page.getByLabel('Why, for yourselves').fill('asked for by the organiser')
await page.getByRole('button', { name: 'Amend this copy' }).click()
await page.getByRole('list', { name: 'Amendments' }).waitFor()
await take('paper-writing', page, async () => {
  await page.getByRole('button', { name: 'Fenmere common' }).first().click()
  await page.getByRole('dialog', { name: 'Place' }).waitFor()
})
const marked = papers.find((p) => p.title === 'Festival supplier agreement')!
await page.goto(`/papers/${marked.id}/mark`)
await take('marking', page, async () => {
  await page.getByRole('button', { name: 'Show it' }).click()
  await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached' })
  await page.waitForFunction(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('#table-page-2 canvas')
    const pixels = canvas?.width ? canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height).data : []
    return pixels.some((v, i) => i % 4 === 0 && v < 60)
  })
})
await page.goto(paper('Fen Lights', 'draft'))
await take('sending', page, drawn(page))
await page.goto(paper('Brandt retreat', 'out'))
await take('round', page, drawn(page))

const phone = await browser.newContext({
  baseURL: server.origin,
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  locale: 'en-GB',
})
const signer = await phone.newPage()
await signer.goto(`/s/${await linkTo(api, 'ines@marlow.example', /quote for/)}`)
await take('signer', signer, heading(signer))
// Her own page, opened by the code that was sent.
await api.must('POST', `/api/contacts/${ines}/own`, {})
const inLetter = async (pattern: RegExp) => {
  const mails = await until(
    () => mailsTo(api, 'ines@marlow.example'),
    (list) => list.some((m) => pattern.test(m.text)),
  )
  return pattern.exec(mails.find((m) => pattern.test(m.text))!.text)![1]!
}
await signer.goto(`/own/${await inLetter(/\/own\/([\w-]{43})/)}`)
await signer.getByRole('button', { name: 'Send me the code' }).click()
await signer.getByLabel('The code').fill(await inLetter(/\b(\d{6})\b/))
await signer.getByRole('button', { name: 'Open my page' }).click()
await take('own', signer, () => signer.getByText('for Ines Marlow').waitFor())

// The first start, on a folder of its own.
const nobody = await TestServer.empty()
const first = await browser.newContext({
  baseURL: nobody.origin,
  viewport: { width: 1280, height: 800 },
  locale: 'de-DE',
})
const setup = await first.newPage()
await setup.goto(`/setup/${await nobody.firstKey()}`)
await setup.getByLabel('Name of the business').fill('Zelt & Licht Brandner')
await take('setup', setup, () => setup.getByText('Brings 3 job kinds').waitFor())
await nobody.stop()

await browser.close()
await server.stop()
