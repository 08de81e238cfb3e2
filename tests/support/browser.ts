import { type Locator, type Page, expect } from '@playwright/test'
import { OWNER } from './caller'

/** Debian's headless Chromium, with nothing that would look for the network. */
export const launchOptions = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--lang=en-GB',
  ],
}

/** Signs in as a person would. */
export async function signInAs(page: Page, who: { email: string; password: string } = OWNER): Promise<void> {
  await page.goto('/sign-in')
  await page.getByLabel('E-mail').fill(who.email)
  await page.getByLabel('Password').fill(who.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('heading', { name: 'Yours to move' }).waitFor()
}

/** Draws a signature with the pointer, on the canvas of the open sheet. */
export async function draw(page: Page): Promise<void> {
  const box = (await page.getByRole('img', { name: /Draw your signature here/ }).boundingBox())!
  await page.mouse.move(box.x + 30, box.y + box.height / 2)
  await page.mouse.down()
  for (let i = 1; i <= 24; i += 1)
    await page.mouse.move(box.x + 30 + i * 9, box.y + box.height / 2 + Math.sin(i / 2) * box.height * 0.3)
  await page.mouse.up()
  await page.getByRole('button', { name: 'Use this signature' }).click()
}

/** Chooses from a list that opens, by its label and what stands in the row. */
export async function choose(where: Page | Locator, label: string | RegExp, option: string | RegExp): Promise<void> {
  const page = 'mouse' in where ? where : where.page()
  const box = where.getByRole('combobox', { name: label })
  await box.click()
  await expect(box).toHaveAttribute('aria-controls', /./)
  const list = page.locator(`[id="${await box.getAttribute('aria-controls')}"]`)
  await list.getByRole('option', { name: option, exact: true }).click()
  await expect(list).toBeHidden()
}

/** Waits until a dialog that is opening has come to rest: it takes the focus at the end of it. */
export const atRest = (page: Page): Promise<void> => expect(page.getByRole('dialog').locator(':focus')).toHaveCount(1)

/** Adds a priced line, an item of the library by its first words or a line of one's own. */
export async function addLine(page: Page, item: string): Promise<void> {
  const box = page.getByRole('combobox', { name: 'Add a line' })
  // A dialog that is opening would take the focus; one that is closing goes.
  const open = page.getByRole('dialog')
  await expect.poll(async () => !(await open.count()) || (await open.locator(':focus').count()) === 1).toBe(true)
  await box.fill(item)
  // The last row is what was typed: the others are found by it, then.
  await expect(page.getByRole('option', { name: `“${item}”` })).toBeVisible()
  await page
    .getByRole('option', { name: new RegExp(`^“?${item}`) })
    .first()
    .click()
  await expect(box).toHaveValue('')
}

/** Opens what is rarer about a priced line: its discount, and what the client may choose. */
export const openLine = (page: Page, n: number): Promise<void> =>
  page.getByRole('button', { name: `More for line ${n}`, exact: true }).click()

/** Opens a new job to be filled field by field, without an enquiry. */
export async function newJobByHand(page: Page): Promise<void> {
  await page.goto('/jobs/new')
  await page.getByRole('button', { name: 'Begin with an empty record' }).click()
}

/** On a laptop the signer's page turns to the exact pages once it has come to life: leads to the signature there, and opens it. */
export async function signOnPages(page: Page): Promise<void> {
  await page.getByRole('region', { name: 'What is left' }).waitFor()
  await page.getByRole('button', { name: 'Next: your signature' }).click()
  await page
    .getByRole('button', { name: /sign here/i })
    .first()
    .click()
}

/** Signs what is open: the first place, drawn; then the last button, and the sentence of consent. */
export async function signIt(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: /^sign here/i })
    .first()
    .click()
  await draw(page)
  await page
    .getByRole('button', { name: /^Sign (the|\d)/ })
    .first()
    .click()
  await page.getByRole('checkbox', { name: /I agree/ }).check()
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Sign (the|\d)/ })
    .click()
}
