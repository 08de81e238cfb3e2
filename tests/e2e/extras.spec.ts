import { minor } from '../../core/money/money'
import type { LibraryView } from '../../shared/library'
import type { SignerView } from '../../shared/signer'
import { OWNER } from '../support/caller'
import { agreedJob, jobOf, priced } from '../support/line'
import { until } from '../support/server'
import { accessible, addLine, atRest, choose, draw, expect, phone, signIn, test } from './support'

const LINES = [
  priced({ key: 'sauna', description: 'Sauna for a weekend', unitPrice: minor(60_000) }),
  priced({ key: 'wood', description: 'Firewood', quantity: '4', unit: 'bags', unitPrice: minor(900) }),
]

test('an extra is agreed on site: added, priced and signed on the phone in hand', async ({ browser, api }) => {
  const { id } = await agreedJob(api, { title: 'Weir View', lines: LINES })
  const { page } = await phone(browser, api.server)
  await signIn(page)
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: 'Add an extra' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('button', { name: 'Have it signed here' })).toBeDisabled()
  await addLine(page, 'Ice')
  await dialog.getByLabel('Price each, line 3').fill('80')
  await dialog.getByLabel('Quantity, line 2').fill('6')
  await page.keyboard.press('Tab')
  const changes = dialog.getByRole('list', { name: 'What it changes' })
  await expect(changes).toContainText('Firewood, 6 bags: altered')
  await expect(changes).toContainText('£880.80')
  await accessible(page)
  await dialog.getByRole('button', { name: 'Have it signed here' }).click()
  await page.waitForURL(/\/s\//)
  await page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(page.getByText('instead of 4 bags')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Next: your signature' }).click()
  await page.getByRole('button', { name: 'Sign here' }).click()
  await draw(page)
  await page.getByRole('button', { name: 'Sign the extra 1' }).click()
  await page.getByRole('checkbox', { name: /I agree/ }).check()
  await page.getByRole('dialog').getByRole('button', { name: 'Sign the extra 1' }).click()
  await page.getByRole('link', { name: 'Hand the device back' }).click()
  await page.getByLabel('PIN of Maren Fosse').fill(OWNER.pin)
  await page.getByRole('button', { name: 'Take it back' }).click()
  const after = await until(
    () => jobOf(api, id),
    (j) => j.priced.total === 88_080,
  )
  expect(after.papers.find((p) => p.kind === 'extra')).toMatchObject({ state: 'signed' })
  expect(after.papers.find((p) => p.kind === 'contract')).toMatchObject({ state: 'signed' })
})

test('a deposit is invoiced by itself, found by its reference and booked; a statement goes out; reminders are set', async ({
  page,
  api,
}) => {
  const { kinds } = await api.must<LibraryView>('GET', '/api/library')
  const { name, settings } = kinds.find((k) => k.id === 'garden')!
  const facts = settings.facts.map(({ people: _, ...f }) => f)
  const invoiced = (invoice: string) =>
    api.must('PUT', '/api/kinds/garden', {
      name,
      settings: { ...settings, facts, expects: { ...settings.expects, invoice } },
    })
  await invoiced('never')
  const { id, token, client } = await agreedJob(api, { title: 'Sedge mill', lines: LINES }).finally(() =>
    invoiced(settings.expects.invoice),
  )
  await signIn(page)
  const dialog = page.getByRole('dialog')

  await test.step('the deposit is invoiced', async () => {
    await page.goto(`/jobs/${id}`)
    await page.getByRole('button', { name: 'Invoice now…' }).click()
    await expect(dialog.getByText('£228.96 to pay')).toBeVisible()
    await choose(dialog, 'What it is of', /The whole/)
    await expect(dialog.getByText('£534.24 to pay')).toBeVisible()
    await choose(dialog, 'What it is of', /^Deposit/)
    await accessible(page)
    await dialog.getByRole('button', { name: 'Raise the invoice' }).click()
    await expect(page.getByRole('link', { name: /^Invoice / })).toBeVisible()
    expect((await jobOf(api, id)).invoices).toMatchObject([{ stage: 'deposit', total: 22_896 }])
  })

  await test.step('what came in is found by what was quoted', async () => {
    const { pay } = await client.must<SignerView>('GET', `/api/sign/${token}`)
    await page.goto('/money')
    await page.getByRole('button', { name: 'Book what came in' }).click()
    const line = dialog.getByLabel(/^What was quoted with it/)
    await line.fill('FPS RF99 1000 1 HOLM P')
    await expect(dialog.getByText('is no reference of ours')).toBeVisible()
    await line.fill(`FPS ${pay!.reference} HOLM P`)
    await expect(dialog.getByRole('list', { name: 'What it is for' })).toContainText('Sedge mill')
    await accessible(page)
    await dialog.getByRole('button', { name: 'Book £228.96' }).click()
    await expect(dialog).toBeHidden()
    expect((await jobOf(api, id)).stages.find((s) => s.key === 'deposit')).toMatchObject({ state: 'paid' })
  })

  await test.step('reminders go in steps of one’s own', async () => {
    await page.goto('/settings/money')
    await page.getByLabel(/^Days after it was due/).fill('10, 3')
    await page.getByRole('button', { name: 'Keep the reminders' }).click()
    await expect(page.getByText('Each comes later than the one before.')).toBeVisible()
    await page.getByLabel(/^Days after it was due/).fill('3, 10')
    await page.getByRole('button', { name: 'Keep the reminders' }).click()
    await expect(page.getByText('Kept. Reminders go out in the morning.')).toBeVisible()
    expect((await api.must<{ lateSteps: number[] }>('GET', '/api/business')).lateSteps).toEqual([3, 10])
    await accessible(page)
    await api.must('PUT', '/api/business/late', { steps: '' })
  })

  await test.step('the client’s statement is sent, and their reminders held', async () => {
    const { client: who } = await jobOf(api, id)
    await page.goto(`/people?find=${encodeURIComponent(who!.email)}`)
    await page.getByRole('link', { name: who!.name }).first().click()
    await page.getByRole('button', { name: 'Send it to them' }).click()
    await expect(page.getByText(`The statement goes to ${who!.email}.`)).toBeVisible()
    await page.getByRole('switch', { name: 'No reminders of what is late' }).check()
    await until(
      () => jobOf(api, id),
      (j) => j.client!.lateHold,
    )
    await accessible(page)
  })
})

test('a job repeats: its days are seen before it is switched on, come by themselves, pause, and end', async ({
  page,
  api,
}) => {
  const day = new Date(Date.now() - 15 * 86_400_000).toISOString().slice(0, 10)
  const at = { starts: `${day}T18:00`, ends: `${day}T20:00` }
  const { id } = await agreedJob(api, { title: 'Rowers’ fortnight', lines: LINES, ...at })
  await signIn(page)
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: 'Let it repeat…' }).click()
  const dialog = page.getByRole('dialog')
  await atRest(page)
  const coming = dialog.getByRole('list', { name: 'What will come' })
  await expect(coming.getByRole('listitem')).toHaveCount(12)
  await dialog.getByLabel('Every', { exact: true }).fill('2')
  await page.keyboard.press('Tab')
  await expect(dialog.getByText(/^every 2 weeks on /)).toBeVisible()
  await expect(dialog.getByText('One of these is past')).toBeVisible()
  await dialog.getByRole('button', { name: 'until a day' }).click()
  await dialog.getByLabel('The last day it can fall on').fill('in 8 weeks')
  await page.keyboard.press('Tab')
  await expect(coming.getByRole('listitem')).toHaveCount(5)
  await accessible(page)
  await dialog.getByRole('button', { name: 'Keep this rhythm' }).click()
  const rhythm = page.getByRole('region', { name: 'Again and again' })
  await expect(rhythm).toContainText('Not switched on.')
  await rhythm.getByRole('button', { name: 'Switch it on' }).click()
  await expect(rhythm.getByText('put down')).toHaveCount(2)
  await expect(rhythm.getByText('One before:')).toBeVisible()
  await rhythm.getByRole('button', { name: 'Another price…' }).click()
  await dialog.getByLabel(/So many percent more/).fill('5')
  await dialog.getByRole('button', { name: /^Tell them/ }).click()
  await expect(rhythm).toContainText('£801.36 each time from')
  await rhythm.getByRole('button', { name: 'Pause…' }).click()
  await dialog.getByRole('button', { name: 'Pause it' }).click()
  await expect(rhythm.getByText('put down')).toHaveCount(0)
  await accessible(page)
  await rhythm.getByRole('button', { name: 'Let it go on' }).click()
  await expect(rhythm.getByText('put down')).toHaveCount(2)
  const made = await until(
    () => jobOf(api, id),
    (j) => j.rhythm!.made.length === 3,
  )
  const past = await until(
    () => jobOf(api, made.rhythm!.made.at(-1)!.jobId),
    (j) => !!j.invoice,
  )
  expect(past).toMatchObject({ repeats: id, invoice: { total: made.priced.total } })

  // On Money a figure opens the rows that make it.
  await page.goto('/money')
  await page.getByRole('button', { name: /^Invoiced, £/ }).click()
  const rows = page.getByRole('dialog', { name: 'Invoiced' })
  await expect(rows.getByRole('link', { name: `Invoice ${past.invoice!.number}` })).toBeVisible()
  await accessible(page)
})
