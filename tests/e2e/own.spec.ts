import type { BackupsView } from '../../shared/out/settings'
import type { LibraryView } from '../../shared/library'
import { inDays, jobOf, makeJob } from '../support/line'
import { atRest, accessible, choose, expect, signIn, test } from './support'

const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })

test('a kind of job gets facts of every sort and terms of calling off; a job says them, and one beyond its limit is told', async ({
  page,
  api,
}) => {
  const kindOf = async () => (await api.must<LibraryView>('GET', '/api/library')).kinds.find((k) => k.id === 'retreat')!
  const before = await kindOf()
  await signIn(page)
  await page.goto('/settings/kinds/retreat')
  await test.step('the kind', async () => {
    await page.getByRole('button', { name: 'Another fact' }).click()
    await page.getByLabel('Fact 2', { exact: true }).fill('Beds')
    await choose(page, 'What fact 2 is', 'a number')
    await page.getByLabel('Most of fact 2').fill('twelve')
    await page.getByRole('button', { name: 'Another fact' }).click()
    await page.getByLabel('Fact 3', { exact: true }).fill('Heating')
    await choose(page, 'What fact 3 is', 'one of a few')
    await page.getByLabel('What fact 3 is chosen from').fill('wood')
    await page.getByRole('button', { name: 'Keep this' }).click()
    await expect(page.getByText('Give a number, or leave it empty.')).toBeVisible()
    await expect(page.getByText('Give two or more, with commas between them.')).toBeVisible()
    await page.getByLabel('Most of fact 2').fill('12')
    await page.getByLabel('What fact 3 is chosen from').fill('wood, gas, none')
    await page.getByRole('button', { name: 'Another step' }).click()
    await page.getByLabel('Days before, step 2').fill('3')
    await page.getByLabel('Percent, step 2').fill('80')
    await expect(page.getByRole('complementary', { name: 'What it does' })).toContainText(/3 days or less\s*£800\.00/)
    await accessible(page)
    await page.getByRole('button', { name: 'Keep this' }).click()
    await expect(page.getByText('Jobs keep what they were agreed with')).toBeVisible()
    const { settings } = await kindOf()
    expect(settings.facts.slice(1)).toMatchObject([
      { label: 'Beds', type: 'number', most: '12' },
      { label: 'Heating', type: 'choice', choices: ['wood', 'gas', 'none'] },
    ])
    expect(settings.plan.calledOff).toEqual([
      { within: 14, keep: 'first' },
      { within: 3, keep: { percent: '80' } },
    ])
  })
  await test.step('a job of it', async () => {
    const { id } = await makeJob(api, { kindId: 'retreat', title: 'Long retreat' })
    await page.goto(`/jobs/${id}`)
    await page.getByRole('button', { name: /^Heating/ }).click()
    await page.getByRole('combobox', { name: 'Heating' }).click()
    await page.getByRole('option', { name: 'gas' }).click()
    await page.getByRole('heading', { name: 'The record' }).click()
    await expect(page.getByRole('button', { name: 'Heating: gas. Change' })).toBeVisible()
    await page.getByRole('button', { name: /^Beds/ }).click()
    await page.getByLabel('Beds').fill('fifteen')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: 'isn’t a number' })).toBeVisible()
    await page.getByLabel('Beds').fill('15')
    await page.keyboard.press('Enter')
    await expect(page.getByText('more than 12', { exact: true })).toBeVisible()
    await expect(page.getByText('Beds nothing → 15, which is more than 12')).toBeVisible()
    await accessible(page)
    const { settings } = await kindOf()
    const [beds, heating] = settings.facts.slice(1).map((f) => f.key) as [string, string]
    expect((await jobOf(api, id)).facts).toMatchObject({ [beds]: '15', [heating]: 'gas' })
  })
  await api.must('PUT', '/api/kinds/retreat', { name: before.name, settings: before.settings })
})

test('what is sold has words in German and a price to come; a line on that day takes both', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/settings/items')
  await page.getByRole('button', { name: 'New item' }).click()
  await page.getByLabel('What it is', { exact: true }).fill('Ice bath')
  await page.getByLabel('Price of one, in GBP').fill('80')
  await page.getByLabel('Code').fill('ICE-1')
  await page.getByRole('button', { name: 'Another price from a day on' }).click()
  await page.getByLabel('Price 1 holds from').fill(inDays(20))
  await page.getByLabel('Price 1, in GBP').fill('95')
  await page.getByRole('button', { name: 'Another language' }).click()
  await choose(page, 'Language 1', 'Deutsch')
  await page.getByLabel('What it is, language 1').fill('Eisbad')
  await accessible(page)
  await page.getByRole('button', { name: 'Keep this' }).click()
  await expect(page.getByRole('button', { name: 'Ice bath' })).toBeVisible()
  const item = (await api.must<LibraryView>('GET', '/api/library')).catalogue.find((i) => i.code === 'ICE-1')!
  expect(item).toMatchObject({
    unitPrice: 8000,
    prices: [{ from: inDays(20), unitPrice: 9500 }],
    words: { de: { description: 'Eisbad' } },
  })
  const { id } = await makeJob(api, { title: 'Ice weekend', lines: [] })
  await page.goto(`/jobs/${id}`)
  await page.getByRole('region', { name: 'Priced lines' }).getByRole('button', { name: 'Change' }).click()
  await atRest(page)
  await page.getByRole('combobox', { name: 'Add a line' }).fill('ice-1')
  await expect(page.getByRole('option', { name: '“ice-1”' })).toBeVisible()
  await page.getByRole('option', { name: /^Ice bath/ }).click()
  await page.getByRole('button', { name: 'Save the lines' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByText('£95.00').first()).toBeVisible()
  expect((await jobOf(api, id)).lines).toMatchObject([
    { description: 'Ice bath', unitPrice: 9500, words: { de: { description: 'Eisbad' } } },
  ])
  await api.must('DELETE', `/api/items/${item.id}`)
})

test('items and jobs come in from files, looked at first, and go out again', async ({ page, api }) => {
  await signIn(page)
  await test.step('items, their columns put right', async () => {
    await page.goto('/bring-items')
    await page
      .locator('input[type=file]')
      .setInputFiles(file('items.csv', 'Artikel;Was es kostet\nWoodpile;12.50\nSmoke;much'))
    await expect(page.getByRole('status').filter({ hasText: '2 items new' })).toBeVisible()
    await choose(page, 'What Was es kostet is', 'price of one')
    await expect(page.getByRole('status').filter({ hasText: '1 item new · 1 that can’t be brought in' })).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Bring in 1 item' }).click()
    await expect(page.getByText('1 item brought in.')).toBeVisible()
    const sold = async () =>
      (await api.must<LibraryView>('GET', '/api/library')).catalogue.filter((i) => i.description === 'Woodpile')
    expect(await sold()).toMatchObject([{ unitPrice: 1250 }])
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('taken out again').first()).toBeVisible()
    expect(await sold()).toEqual([])
  })
  await test.step('jobs from a calendar, of a kind that is chosen', async () => {
    const entry = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nSUMMARY:Moon plunge\r\nDTSTART:${inDays(33).replaceAll('-', '')}T200000\r\nEND:VEVENT\r\nEND:VCALENDAR`
    await page.goto('/bring-jobs')
    await page.locator('input[type=file]').setInputFiles(file('work.ics', entry))
    await expect(page.getByRole('status').filter({ hasText: '1 job new' })).toBeVisible()
    await choose(page, 'Those whose kind isn’t said are', 'Public session')
    await expect(page.getByRole('cell', { name: 'Public session' })).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Bring in 1 job' }).click()
    await expect(page.getByText('1 job brought in.')).toBeVisible()
    const found = async () =>
      (await api.must<{ rows: { id: string }[] }>('GET', '/api/jobs?when=all&find=Moon%20plunge')).rows
    const [row] = await found()
    expect(await jobOf(api, row!.id)).toMatchObject({ kind: { id: 'session' }, starts: `${inDays(33)}T20:00` })
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('1 job taken out again')).toBeVisible()
    expect(await found()).toEqual([])
  })
})

test('a backup is made when it is asked for; somebody is forgotten, after what they are was taken along', async ({
  page,
  api,
}) => {
  await signIn(page)
  await test.step('a backup', async () => {
    await page.goto('/settings/kept')
    await page.getByRole('button', { name: 'Make one now' }).click()
    await expect(page.getByRole('list', { name: 'Backups' }).getByRole('listitem')).toHaveCount(1, { timeout: 60_000 })
    await accessible(page)
    const { backups } = await api.must<BackupsView>('GET', '/api/business/backups')
    expect(backups[0]!.bytes).toBeGreaterThan(10_000)
  })
  await test.step('somebody', async () => {
    const email = 'wren@forgetme.example'
    const { id } = await makeJob(api, { client: { name: 'Wren Forgetme', email }, title: 'Wren’s weekend' })
    await page.goto('/people?find=Wren')
    await page.getByRole('link', { name: 'Wren Forgetme' }).click()
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name: 'All there is of them, as a file' }).click()
    const data = JSON.parse(await (await import('node:fs/promises')).readFile(await (await download).path(), 'utf8'))
    expect(data).toMatchObject({ upwold: 'person', person: { email }, jobs: [{ id }] })
    await page.getByRole('button', { name: 'Forget them…' }).click()
    await accessible(page)
    await page.getByRole('button', { name: 'Forget them', exact: true }).click()
    await expect(page.getByText('Forgotten.')).toBeVisible()
    await expect(page.getByRole('heading', { name: 'People' })).toBeVisible()
    expect((await jobOf(api, id)).client).toMatchObject({ name: 'Somebody forgotten', email: '' })
  })
})
