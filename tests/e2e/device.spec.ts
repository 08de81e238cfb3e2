import { OWNER } from '../support/caller'
import { linkTo, makeJob, makePaper, paperOf, send, sign } from '../support/line'
import { accessible, draw, expect, phone, signIn, test, signOnPages } from './support'

test('a contract is signed on the owner’s device, handed over and back with the PIN', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'On the spot' })
  const contract = await makePaper(api, job.id, 'contract')
  await send(api, contract)
  await signIn(page)
  await page.goto(`/papers/${contract}`)
  await page.getByRole('button', { name: 'What can be done for Petra' }).click()
  await page.getByRole('button', { name: 'Sign on this device' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Hand it over now' }).click()
  await expect(page.getByRole('heading', { name: 'Are you Petra Holm?' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Yes, that is me' }).click()
  await expect(page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()

  await test.step('nothing of the business’s side can be reached', async () => {
    const signing = page.url()
    for (const path of ['/', '/jobs', `/papers/${contract}`, '/post']) {
      await page.goto(path)
      await expect(page.getByRole('heading', { name: 'Please hand the device back' })).toBeVisible()
    }
    await page.goto(signing)
  })

  await signOnPages(page)
  await draw(page)
  await page.getByRole('button', { name: 'Sign the hire agreement' }).click()
  await page.getByRole('checkbox', { name: /I agree/ }).check()
  await page.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
  await page.getByRole('link', { name: 'Hand the device back' }).click()
  await page.getByLabel('PIN of Maren Fosse').fill('1111')
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByRole('alert')).toContainText('This is not the PIN.')
  await accessible(page)
  await page.getByLabel('PIN of Maren Fosse').fill(OWNER.pin)
  await page.getByRole('button', { name: 'Take it back' }).click()
  // It is their turn now: they countersign on the same device.
  await expect(page).toHaveURL(/\/s\//)
  await expect(page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
  await page.goto(`/papers/${contract}`)
  await expect(page.getByRole('heading', { name: 'The round' })).toBeVisible()

  const { round } = await paperOf(api, contract)
  expect(round!.people.map((p) => p.status)).toEqual(['done', 'opened'])
  const { events } = await api.must<{ events: { type: string; data: { channel?: string } }[] }>(
    'GET',
    `/api/papers/${contract}/events`,
  )
  expect(events.find((e) => e.type === 'signed')!.data.channel).toBe('in person, on the business’s device')
})

test('a client asks, then declines with a reason; the owner sees both without a reload', async ({
  page,
  browser,
  server,
  api,
}) => {
  const job = await makeJob(api, { title: 'Second thoughts' })
  await send(api, await makePaper(api, job.id, 'quote'))
  const token = await linkTo(api, job.email)
  await signIn(page)
  await page.goto(`/jobs/${job.id}`)
  const client = await phone(browser, server)
  await client.page.goto(`/s/${token}`)
  await expect(page.getByText('Petra Holm opened the quote')).toBeVisible()
  await client.page.getByRole('button', { name: 'Ask a question' }).click()
  await client.page.getByLabel('Your question to Larkmoor Saunas').fill('Is the stove safe on grass?')
  await client.page.getByRole('button', { name: 'Send the question' }).click()
  await expect(client.page.getByText('Your question has gone to Larkmoor Saunas.')).toBeVisible()
  await expect(page.getByText('“Is the stove safe on grass?”')).toBeVisible()
  await client.page.getByRole('button', { name: 'Decline' }).click()
  await client.page.getByRole('button', { name: 'Decline it' }).click()
  await expect(client.page.getByRole('alert')).toHaveText('Say in a few words why.')
  await client.page.getByLabel(/Say in a few words why/).fill('we found a lake house')
  await client.page.getByRole('button', { name: 'Decline it' }).click()
  await expect(client.page.getByRole('heading', { name: 'This was declined' })).toBeVisible()
  await accessible(client.page)
  await expect(page.getByText('Quote declined: “we found a lake house”')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make a new quote' })).toBeVisible()
  expect(client.faults).toEqual([])
})

test('two tabs of one signer: the one behind is told and shows what is there', async ({ browser, server, api }) => {
  const job = await makeJob(api)
  await send(api, await makePaper(api, job.id, 'quote'))
  const token = await linkTo(api, job.email)
  const { page: one, faults } = await phone(browser, server)
  const two = await one.context().newPage()
  await one.goto(`/s/${token}`)
  await two.goto(`/s/${token}`)
  await one.getByRole('checkbox', { name: 'Cold plunge tub' }).uncheck()
  await expect(one.getByText('kept as you go')).toBeVisible()
  await expect(one.getByTestId('altogether')).toHaveText('£754.56')
  await two.getByRole('button', { name: 'More: Fire-keeper' }).click()
  await expect(two.getByRole('alert')).toContainText('another window or on another device')
  await expect(two.getByRole('checkbox', { name: 'Cold plunge tub' })).not.toBeChecked()
  await sign(api, token, { taken: { tub: false } })
  await one.getByRole('button', { name: /Next: your signature/ }).click()
  // Signed on another device meanwhile: the page finds out by itself.
  await one.getByRole('button', { name: 'Sign here' }).click()
  await expect(one.getByRole('heading', { name: 'Accepted. Thank you, Petra.' })).toBeVisible()
  expect(
    await server.rows(
      `select 1 from round_events e join rounds r on r.id = e.round_id where r.job_id = ? and e.type = 'signed'`,
      [job.id],
    ),
  ).toHaveLength(1)
  expect(faults).toEqual([])
})
