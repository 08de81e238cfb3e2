import { inDays, agreedJob, jobOf } from '../support/line'
import { until } from '../support/server'
import { accessible, expect, phone, signIn, test } from './support'

test('money that was booked wrong is put right; a deposit is kept in part; an invoice credited; a job called off and back', async ({
  page,
  api,
}) => {
  const { id } = await agreedJob(api, {
    title: 'Willow bank',
    starts: `${inDays(10)}T16:00`,
    ends: `${inDays(11)}T11:00`,
  })
  await until(
    () => jobOf(api, id),
    (j) => !!j.invoice,
  )
  const book = (stage: string, amount: number, key: string) =>
    api.must('POST', `/api/jobs/${id}/payments`, { stage, amount, method: 'bank', key: `${id}${key}` })
  await book('deposit', 3_891_600, 'a')
  await book('damage', 20_000, 'b')
  await signIn(page)
  await page.goto(`/jobs/${id}`)
  const dialog = page.getByRole('dialog')
  const money = page.getByRole('region', { name: 'Money' })

  await test.step('a booking is taken back, with why', async () => {
    await money.getByRole('button', { name: /^Take back Deposit/ }).click()
    await accessible(page)
    await dialog.getByRole('button', { name: 'Take it back' }).click()
    await expect(dialog.getByText('Say what was wrong with it.')).toBeVisible()
    await dialog.getByLabel('What was wrong with it').fill('typed without the point')
    await dialog.getByRole('button', { name: 'Take it back' }).click()
    await expect(money.getByText('taken back: typed without the point')).toBeVisible()
    expect((await jobOf(api, id)).credit).toBe(0)
  })

  await test.step('part of the deposit is kept, the rest goes back by itself', async () => {
    await money.getByRole('button', { name: 'Settle the deposit' }).click()
    await dialog.getByLabel('Kept, in GBP').fill('45')
    await expect(dialog.getByLabel('Given back, in GBP')).toHaveValue('155.00')
    await dialog.getByRole('button', { name: 'Book it' }).click()
    await expect(dialog.getByText('Say what it is kept for.')).toBeVisible()
    await dialog.getByLabel('What it is kept for').fill('The bench was burnt')
    await accessible(page)
    await dialog.getByRole('button', { name: 'Book it' }).click()
    await expect(money.getByText('kept: The bench was burnt')).toBeVisible()
    expect((await jobOf(api, id)).stages.find((s) => s.held)).toMatchObject({ state: 'returned' })
  })

  await test.step('the invoice is credited in part', async () => {
    await money.getByRole('button', { name: /^Credit invoice/ }).click()
    await dialog.getByLabel(/^Amount, tax included/).fill('50')
    await dialog.getByLabel('Why; it stands on it').fill('An hour less')
    await dialog.getByRole('button', { name: 'Raise the credit note' }).click()
    await expect(money.getByRole('link', { name: /^Credit note/ })).toBeVisible()
    expect((await jobOf(api, id)).credits).toMatchObject([{ total: 5000 }])
  })

  await test.step('it is called off, and taken back within the hour', async () => {
    await money.getByRole('button', { name: 'Call it off…' }).click()
    await expect(dialog.getByLabel('What is kept')).toHaveValue('434.28')
    await dialog.getByRole('button', { name: 'we do' }).click()
    await expect(dialog.getByLabel('What is kept')).toHaveValue('0.00')
    await accessible(page)
    await dialog.getByRole('button', { name: 'Call it off' }).click()
    await expect(money.getByText(/Called off by us/)).toBeVisible()
    await money.getByRole('button', { name: 'Take it back' }).click()
    await expect(page.getByText('Not called off after all.')).toBeVisible()
    expect((await jobOf(api, id)).calledOff).toBeNull()
  })

  await test.step('the books open to their entries, and go out as a table', async () => {
    await page.goto('/books')
    await page.getByRole('button', { name: 'Kept of damage deposits' }).click()
    await expect(page.getByRole('list', { name: 'Entries' }).getByText('£45.00')).toBeVisible()
    await accessible(page)
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name: 'Take it out as CSV' }).click()
    expect((await download).suggestedFilename()).toMatch(/^journal-.*\.csv$/)
  })
})

test('what was done is said on site, with one thumb', async ({ browser, api }) => {
  const { id } = await agreedJob(api, { starts: `${inDays(-1)}T10:00`, ends: `${inDays(-1)}T18:00` })
  const { page } = await phone(browser, api.server)
  await signIn(page)
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: 'It is done…' }).click()
  await page.getByLabel('What was different').fill('An hour longer')
  await accessible(page)
  await page.getByRole('dialog').getByRole('button', { name: 'It is done' }).click()
  await expect(page.getByText('It is done.', { exact: true })).toBeVisible()
  expect((await jobOf(api, id)).completedOn).toBe(inDays(-1))
  await page.getByRole('button', { name: 'Undo' }).click()
  await until(
    () => jobOf(api, id),
    (j) => j.completedOn === null,
  )
})
