import { jobOf, linkTo } from '../support/line'
import { until } from '../support/server'
import { addLine, choose, openLine, accessible, draw, expect, phone, signIn, test, signOnPages } from './support'

const day = (n: number) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10)
interface Exported {
  lines: { description: string; quantity: string; chosen: boolean }[]
  totals: { total: number }
  stages: { key: string; state: string; paid: number }[]
  payments: { method: string; amount: number }[]
  invoice: { number: string; total: number; balance: number } | null
  papers: { kind: string; state: string }[]
}

test('a job becomes a quote, a contract, a sealed copy, a deposit and an invoice', async ({
  page,
  browser,
  server,
  api,
}) => {
  await signIn(page)

  await test.step('a new job, with a client made on the spot and lines from the catalogue', async () => {
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: /Find jobs, people and papers/ }).fill('new job')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Begin with an empty record' }).click()
    await choose(page, 'Kind', 'Garden weekend')
    await page.getByLabel('Title').fill('Heron pond')
    await page.getByRole('combobox', { name: 'Client' }).fill('Wanda Keel')
    await page.getByRole('option', { name: /Wanda Keel/ }).click()
    await page.getByRole('dialog', { name: 'Someone new' }).getByLabel('E-mail').fill('wanda@keel.example')
    await page.getByRole('button', { name: 'Add Wanda Keel' }).click()
    await expect(page.getByRole('combobox', { name: 'Client' })).toHaveValue('Wanda Keel')
    await page.getByLabel('Begins').fill(`${day(40)}T16:00`)
    await page.getByLabel('Where', { exact: true }).fill('Heron pond, Sedge')
    await page.getByLabel('Number of people').fill('18')
    for (const item of ['Barrel sauna', 'Cold plunge tub', 'Fire-keeper']) await addLine(page, item)
    await openLine(page, 2)
    await openLine(page, 3)
    await page.getByLabel('Client may leave line 2').check()
    await page.getByLabel('Quantity, line 3').fill('6')
    await page.getByLabel('Client sets the quantity of line 3, from–to').fill('4–12')
    await page.getByLabel('Discount on the whole').fill('5%')
    await page.getByLabel('Discount on the whole').blur()
    // (420 + 95 + 6 × 28) less 5% is 648.85, with 20% tax 778.62
    await expect(page.getByRole('complementary', { name: 'What it will come to' })).toContainText('£778.62')
    await page.getByRole('button', { name: 'Add the job' }).click()
    await expect(page.getByRole('heading', { name: 'Heron pond' })).toBeVisible()
  })
  const jobId = page.url().split('/').at(-1)!
  const exported = () => api.must<Exported>('GET', `/api/jobs/${jobId}/export`)

  await test.step('the record is edited in place, with the way back', async () => {
    await page.getByRole('button', { name: /^Gate width/ }).click()
    await page.getByRole('textbox', { name: 'Gate width' }).fill('2.4')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('status').getByText('Saved: Gate width.')).toBeVisible()
    expect((await jobOf(api, jobId)).facts.gate).toBe('2.4')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('button', { name: 'Gate width: not given. Change' })).toBeVisible()
    expect((await jobOf(api, jobId)).facts.gate).toBe('')
  })

  await test.step('the quote is made, shown as the PDF itself, and sent', async () => {
    await page.getByRole('button', { name: 'Make the quote' }).click()
    await expect(page.getByRole('figure').first()).toContainText('For Wanda Keel, from Larkmoor Saunas')
    await page.getByRole('button', { name: 'Send to Wanda' }).click()
    await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
  })

  // The owner keeps Today open on the side; it follows without a reload.
  const today = await page.context().newPage()
  await today.goto('/')

  const client = await phone(browser, server)
  await test.step('the client opens the link in the post room, chooses, and accepts on a phone', async () => {
    await page.goto('/post')
    await page.getByRole('button', { name: /Your quote for .*wanda@keel.example/ }).click()
    const message = page.getByRole('article', { name: 'Message' })
    await expect(message.getByText('[the link]')).toBeVisible()
    await message.getByRole('button', { name: 'Open it as wanda@keel.example' }).click()
    const link = await message.getByRole('link', { name: /\/s\// }).getAttribute('href')
    await client.page.goto(link!)
    await expect(client.page.getByText('Larkmoor Saunas asks you to agree')).toBeVisible()
    await client.page.getByRole('checkbox', { name: 'Cold plunge tub' }).uncheck()
    await client.page.getByRole('button', { name: 'More: Fire-keeper' }).click()
    await expect(client.page.getByTestId('altogether')).toHaveText('£702.24')
    await expect(client.page.getByText('kept as you go')).toBeVisible()

    // Another phone of hers, later: what she chose is there.
    await client.page.goto('about:blank')
    await client.page.goto(link!)
    await expect(client.page.getByTestId('altogether')).toHaveText('£702.24')
    await client.page.getByRole('button', { name: 'Page view' }).click()
    await expect(client.page.getByRole('figure').first()).toContainText('Quote for Heron pond')
    await client.page.getByRole('button', { name: 'Next: your signature' }).click()
    await client.page.getByRole('button', { name: 'Sign here' }).click()
    await draw(client.page)
    await client.page.getByRole('button', { name: 'Accept the quote' }).click()
    const sheet = client.page.getByRole('dialog', { name: 'Accept the quote' })
    await sheet.getByRole('button', { name: 'Accept the quote' }).click()
    await expect(sheet.getByRole('alert')).toHaveText('Please tick that you agree to sign electronically.')
    await sheet.getByRole('checkbox').check()
    await sheet.getByRole('button', { name: 'Accept the quote' }).click()
    await expect(client.page.getByRole('heading', { name: 'Accepted. Thank you, Wanda.' })).toBeVisible()
    expect((await exported()).totals.total).toBe(70224)
    expect((await exported()).lines.map((l) => [l.quantity, l.chosen])).toEqual([
      ['1', true],
      ['1', false],
      ['7', true],
    ])
  })

  await test.step('Today follows by itself: the contract is the owner’s to send', async () => {
    await expect(today.getByText('Quote accepted: £702.24')).toBeVisible()
    await page.goto(`/jobs/${jobId}`)
    await page.getByRole('button', { name: 'To the sending sheet' }).click()
    // What the invoice will need is said before, and given where it is missed.
    await expect(page.getByText('The invoice that follows needs the client’s address.')).toBeVisible()
    const { client: wanda } = await jobOf(api, jobId)
    await api.must('PATCH', `/api/contacts/${wanda!.id}`, { address: 'Keel House\nOakhanger OX0 0AB' })
    await page.reload()
    await page.getByRole('button', { name: 'Send to Wanda, then to you' }).click()
    await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
  })

  await test.step('the client signs the contract with a typed name', async () => {
    await client.page.goto(`/s/${await linkTo(api, 'wanda@keel.example', /^Your hire agreement/)}`)
    await client.page.getByRole('button', { name: 'Next: your signature' }).click()
    await client.page.keyboard.press('Enter')
    await client.page.getByRole('tab', { name: 'Type' }).click()
    await client.page.getByRole('radio', { name: 'Marck Script' }).check()
    await client.page.getByRole('button', { name: 'Use this signature' }).click()
    await client.page.getByRole('button', { name: 'Sign the hire agreement' }).click()
    await client.page.getByRole('checkbox', { name: /I agree to sign this electronically/ }).check()
    await client.page.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
    await expect(client.page.getByText('Maren Fosse signs next.')).toBeVisible()
  })

  await test.step('the owner is told it is their move, and countersigns', async () => {
    await expect(page.getByText('It is your move.')).toBeVisible()
    await page.getByRole('button', { name: 'Countersign' }).click()
    await signOnPages(page)
    await draw(page)
    await page.getByRole('button', { name: 'Sign the hire agreement' }).click()
    await page.getByRole('checkbox', { name: /I agree/ }).check()
    await page.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
    await expect(page.getByRole('heading', { name: 'Signed. Thank you, Maren.' })).toBeVisible()
    await until(exported, (e) => e.papers.every((p) => p.state === 'signed') && !!e.invoice)
  })

  await test.step('the client pays the deposit: refused once, then with a further step', async () => {
    await client.page.getByRole('button', { name: 'Pay £210.67' }).click()
    await client.page.getByLabel('Card number').fill('9700 0000 0000 0002')
    await client.page.getByRole('button', { name: 'Pay £210.67' }).click()
    await expect(client.page.getByRole('alert')).toContainText('The card was refused. Nothing was taken.')
    await client.page.getByLabel('Card number').fill('9700 0000 0000 0003')
    await client.page.getByRole('button', { name: 'Pay £210.67' }).click()
    await client.page.getByLabel('Code from your bank').fill('314159')
    await client.page.getByRole('button', { name: 'Confirm' }).click()
    await expect(client.page.getByText('Your deposit has arrived. Thank you.')).toBeVisible()
    await expect(client.page.getByRole('link', { name: 'Keep the sealed copy (PDF)' })).toBeVisible()
  })

  await test.step('everything is where it belongs, and Today has followed', async () => {
    const done = await exported()
    expect(done.payments).toMatchObject([{ method: 'card', amount: 21067 }])
    expect(done.stages.find((s) => s.key === 'deposit')).toMatchObject({ state: 'paid', paid: 21067 })
    expect(done.invoice).toMatchObject({ total: 70224, balance: 70224 - 21067 })
    await expect(today.getByText('£210.67 from Wanda Keel, deposit')).toBeVisible()
    await page.goto(`/jobs/${jobId}`)
    await expect(page.getByRole('link', { name: `Invoice ${done.invoice!.number}` })).toBeVisible()
    await accessible(page)
  })
  expect(client.faults).toEqual([])
})
