import { expect as is } from '@playwright/test'
import type { DeskView } from '../../shared/out/desk'
import { OWNER } from '../support/caller'
import { inDays, jobOf, makeJob } from '../support/line'
import { until } from '../support/server'
import { accessible, atRest, expect, phone, signIn, signIt, test } from './support'

const TODAY = inDays(0)
const born = (years: number) => `${Number(TODAY.slice(0, 4)) - years}-03-01`
/** A passport as a reader types it: Nadia Ferrer, born 1 March 1986. */
const PASSPORT = 'P<UTOFERRER<<NADIA<<<<<<<<<<<<<<<<<<<<<<<<<<\nL898902C36UTO8603015F3204159ZE184226B<<<<<10'

test('at the gate: found by scanning, signed on the tablet, refused, turned away, by QR, and seen at a second desk', async ({
  page,
  browser,
  server,
  api,
}) => {
  const { id } = await makeJob(api, {
    kindId: 'session',
    title: 'Moonlight bathing',
    lines: [],
    starts: `${TODAY}T23:40`,
    ends: `${TODAY}T23:59`,
    people: 6,
  })
  for (const contact of [
    { name: 'Nadia Ferrer', born: born(40) },
    { name: 'Theo Ferrer', born: born(13) },
    { name: 'Leena Varga' },
    { name: 'Bram Ostrowski' },
  ])
    await api.must('POST', `/api/jobs/${id}/guests`, { contact })
  const visit = async (name: string) =>
    (await api.must<DeskView>('GET', '/api/desk')).visits.find((v) => v.name === name)!
  await signIn(page)
  await page.getByRole('link', { name: 'Front desk' }).click()
  await page.setViewportSize({ width: 1024, height: 768 })
  await expect(page.getByTestId('counts')).toContainText('4 expected')
  await accessible(page)
  const row = (name: string, of = page) => of.getByRole('article', { name })
  // A tablet of its own: one that is handed over locks all its windows.
  const second = await (await browser.newContext({ baseURL: server.origin, locale: 'en-GB' })).newPage()
  await signIn(second)
  await second.goto('/desk')
  await expect(row('Nadia Ferrer', second)).toContainText('waiver not signed')

  await test.step('a document finds its owner, who signs on the tablet and is here', async () => {
    await page.getByRole('button', { name: 'Scan an ID' }).click()
    await atRest(page)
    await page.getByRole('textbox', { name: /Hold the code/ }).fill(PASSPORT)
    await expect(page.getByText('Its check digits don’t fit')).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: /^Nadia Ferrer/ }).click()
    await expect(page.getByRole('article')).toHaveCount(1)
    await row('Nadia Ferrer').getByRole('button', { name: 'Sign here' }).click()
    await page.getByRole('button', { name: 'Yes, that is me' }).click()
    await expect(page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
    await page.goto('/desk')
    await expect(page.getByRole('heading', { name: 'Please hand the device back' })).toBeVisible()
    await page.goBack()
    await page.getByRole('checkbox', { name: 'What I tell you above is true' }).check()
    await page.getByRole('textbox', { name: 'Who to call, with their number' }).fill('Sam, 01632 960 555')
    await signIt(page)
    await page.getByRole('link', { name: 'Hand the device back' }).click()
    await page.getByLabel('PIN of Maren Fosse').fill(OWNER.pin)
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect(page).toHaveURL(/\/desk$/)
    await row('Nadia Ferrer').getByRole('button', { name: 'Is here' }).click()
    await expect(row('Nadia Ferrer')).toContainText('here since')
    // The second desk follows by itself.
    await expect(row('Nadia Ferrer', second)).toContainText('here since')
    is(await visit('Nadia Ferrer')).toMatchObject({ state: 'here', step: 'ready', by: 'Maren Fosse' })
  })

  await test.step('what can’t be agreed to is refused beside it, and who refused is turned away', async () => {
    await row('Leena Varga').getByRole('button', { name: 'Sign here' }).click()
    await page.getByRole('button', { name: 'Yes, that is me' }).click()
    await page.getByRole('button', { name: 'No: What I tell you above is true' }).click()
    await atRest(page)
    await expect(page.getByRole('dialog').getByRole('textbox')).toHaveValue('What I tell you above is true')
    await accessible(page)
    await page.getByRole('button', { name: 'Decline it' }).click()
    await page.getByRole('link', { name: /[Hh]and/ }).click()
    await page.getByLabel('PIN of Maren Fosse').fill(OWNER.pin)
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect(row('Leena Varga')).toContainText('did not agree: “What I tell you above is true”')
    await row('Leena Varga').getByRole('button', { name: 'Turn away' }).click()
    await atRest(page)
    await page.getByRole('dialog').getByRole('button', { name: 'Turn away' }).click()
    await expect(row('Leena Varga')).toContainText('turned away at')
    is(await visit('Leena Varga')).toMatchObject({ state: 'turned away' })
  })

  await test.step('a child is signed for by somebody of age, offered by their name', async () => {
    await expect(row('Theo Ferrer')).toContainText('under 18')
    await row('Theo Ferrer').getByRole('button', { name: 'Sign here' }).click()
    await atRest(page)
    await accessible(page)
    await expect(page.getByRole('dialog')).toContainText('Nadia Ferrer')
    await page.getByRole('button', { name: 'They sign for them' }).click()
    await page.getByRole('button', { name: 'Yes, that is me' }).click()
    await expect(page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
    is(await visit('Theo Ferrer')).toMatchObject({ guardian: 'Nadia Ferrer' })
    await page.goto('/handover')
    await page.getByLabel('PIN of Maren Fosse').fill(OWNER.pin)
    await page.getByRole('button', { name: 'Take it back' }).click()
    await expect(page).toHaveURL(/\/desk$/)
  })

  await test.step('on a phone of their own, by QR', async () => {
    await row('Bram Ostrowski').getByRole('button', { name: 'Show QR' }).click()
    const url = await page.getByRole('dialog').getByRole('link').textContent()
    await page.keyboard.press('Escape')
    const { page: own } = await phone(browser, server)
    await own.goto(url!)
    await expect(row('Bram Ostrowski')).toContainText('has begun to sign')
    await expect(row('Bram Ostrowski').getByRole('button', { name: 'Sign here instead' })).toBeVisible()
  })

  await test.step('somebody new comes in by name, also on a phone’s width', async () => {
    await page.setViewportSize({ width: 390, height: 844 })
    await page.getByPlaceholder('Find by any part of a name').fill('Yuki Sato')
    await page.getByRole('button', { name: 'Yuki Sato is new' }).click()
    await atRest(page)
    await accessible(page)
    await page.getByRole('button', { name: 'They come' }).click()
    await expect(row('Yuki Sato')).toContainText('waiver not signed')
    const { guests } = await until(
      () => jobOf(api, id),
      (j) => j.guests.length === 5,
    )
    is(guests.map((g) => g.name)).toContain('Yuki Sato')
  })
})
