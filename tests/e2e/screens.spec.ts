import { execFileSync } from 'node:child_process'
import type { PaperPage } from '../../shared/papers'
import { readFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { jobOf, linkTo, makeJob, makePaper, send, viewOf } from '../support/line'
import { STAFF } from '../support/caller'
import { addLine, choose, openLine, accessible, expect, phone, signIn, test, newJobByHand } from './support'

test('every screen: no serious fault of accessibility, at a desk and on a phone', async ({ page, api }) => {
  await page.goto('/sign-in')
  await accessible(page)
  await signIn(page)
  const { rows } = await api.must<{ rows: { id: string; title: string }[] }>('GET', '/api/jobs?when=all&limit=100')
  const { rows: papers } = await api.must<PaperPage>('GET', '/api/papers?limit=100')
  const paper = (state: string) => `/papers/${papers.find((p) => p.state === state)!.id}`
  const jobs = ['Orchard weekend', 'Lakeside swim'].map((t) => `/jobs/${rows.find((r) => r.title === t)!.id}`)
  const [client] = (await api.must<{ id: string }[]>('GET', '/api/contacts?find=Ines')) as [{ id: string }]
  const paths = [
    '/',
    '/jobs',
    '/jobs/new',
    ...jobs,
    '/papers',
    paper('draft'),
    paper('out'),
    paper('signed'),
    '/money',
    '/people',
    `/people/${client.id}`,
    `/people/${client.id}/own`,
    '/jobs/calendar',
    '/timeline',
    '/notices',
    '/settings/notices',
    '/how',
    '/library/templates/hire/answers',
    `${paper('draft')}/write`,
    `/papers/${papers.find((p) => p.title === 'Festival supplier agreement')!.id}/mark`,
    '/library',
    '/library/templates/hire',
    '/library/clauses/details',
    '/post',
    '/bring',
  ]
  for (const path of paths)
    await test.step(path, async () => {
      await page.setViewportSize({ width: 1280, height: 800 })
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
      await accessible(page)
      await page.setViewportSize({ width: 390, height: 844 })
      await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
      await accessible(page)
    })
})

test('the signer’s page sends little script, reads without any, and passes axe in every view', async ({
  browser,
  server,
  api,
}) => {
  const token = await linkTo(api, 'ines@marlow.example', /quote/)
  const { page, faults } = await phone(browser, server)
  const scripts: Promise<number>[] = []
  page.on('response', (r) => {
    if (r.request().resourceType() === 'script') scripts.push(r.body().then((b) => gzipSync(b).length))
  })
  await page.goto(`/s/${token}`, { waitUntil: 'networkidle' })
  const sizes = await Promise.all(scripts)
  expect(sizes.reduce((sum, n) => sum + n, 0) / 1024).toBeLessThan(300)
  await accessible(page)
  await page.getByRole('button', { name: 'Sign here' }).click()
  await accessible(page)
  await page.getByRole('tab', { name: 'Type' }).click()
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Page view' }).click()
  await expect(page.getByRole('figure').first()).toBeVisible()
  await accessible(page)
  expect(faults).toEqual([])

  // What is done before the script has come is done again when it has.
  const { page: slow } = await phone(browser, server)
  let arrive = () => {}
  const come = new Promise<void>((resolve) => (arrive = resolve))
  await slow.route('**/*.js', (r) => come.then(() => r.continue()))
  await slow.goto(`/s/${token}`, { waitUntil: 'commit' })
  const tub = slow.getByRole('checkbox', { name: 'Cold plunge tub' })
  const was = await tub.isChecked()
  await tub.setChecked(!was)
  await slow.getByRole('button', { name: 'Sign here' }).click()
  arrive()
  await expect(slow.getByRole('dialog', { name: 'Your signature' })).toBeVisible()
  await expect(tub).toBeChecked({ checked: !was })
  await expect.poll(async () => Object.values((await viewOf(api, token)).draft.taken)).toContain(!was)

  const plain = await browser.newContext({ javaScriptEnabled: false, baseURL: server.origin })
  const read = await plain.newPage()
  await read.goto(`/s/${token}`)
  await expect(read.getByText('What it would cost')).toBeVisible()
  await plain.close()
})

test('the whole of a job by keyboard alone', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'Keyboard only' })
  await signIn(page)
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.goto('/jobs')
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('keyboard only')
  await expect(page.getByRole('link', { name: 'Keyboard only' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Orchard weekend', exact: true })).toBeHidden()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('j')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Keyboard only' })).toBeVisible()
  await page.getByRole('button', { name: 'Where: Long Meadow, Sedge. Change' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('Upper meadow')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Saved: place.')).toBeVisible()
  expect((await jobOf(api, job.id)).place).toBe('Upper meadow')
  await page.getByRole('button', { name: 'Make the quote' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Send to Petra' }).press('Enter')
  await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
  expect((await jobOf(api, job.id)).papers).toMatchObject([{ kind: 'quote', state: 'out' }])
})

test('jobs are found, filtered and paged, and the filter is in the address', async ({ page, api }) => {
  await Promise.all(
    Array.from({ length: 45 }, (_, i) =>
      makeJob(api, { title: `Row ${String(i).padStart(2, '0')}`, kindId: 'festival' }),
    ),
  )
  await signIn(page)
  await page.goto('/jobs')
  await choose(page, 'Kind', 'Festival hire')
  await expect(page).toHaveURL(/kind=festival/)
  await expect(page.getByRole('link', { name: 'Orchard weekend' })).toBeHidden()
  await expect(page.getByText('40 shown, more as you scroll')).toBeVisible()
  // Only the rows in sight are drawn; the rest come as one goes on with the keys.
  expect(await page.getByRole('link', { name: /^Row/ }).count()).toBeLessThan(40)
  await page.getByRole('link', { name: /^Row/ }).first().focus()
  await expect(async () => {
    for (let i = 0; i < 6; i += 1) await page.keyboard.press('j')
    await expect(page.getByText(/^\d+ shown$/)).toBeVisible({ timeout: 100 })
  }).toPass()
  await expect(page.locator('[data-row]:focus')).toHaveText(/^Row/)
  await page.reload()
  await expect(page.getByRole('combobox', { name: 'Kind' })).toHaveText('Festival hire')
  await page.getByRole('button', { name: /Not ready/ }).click()
  await expect(page.getByRole('link', { name: 'Fen Lights' })).toBeVisible()
  await page.getByPlaceholder(/Search/).fill('nobody is called this')
  await expect(page.getByText(/Nothing|No job/)).toBeVisible()
})

test('an edited fact is one request, and a list in another window follows it', async ({ page, context, api }) => {
  const { id } = await makeJob(api, { title: 'A fact edited' })
  await signIn(page)
  const list = await context.newPage()
  await list.goto('/jobs?find=A+fact')
  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: /^Title/ }).waitFor()
  await page.waitForLoadState('networkidle')
  const asked: string[] = []
  page.on('request', (r) => r.url().includes('/api/') && asked.push(`${r.method()} ${new URL(r.url()).pathname}`))
  // What needs a member, told in the frame, may be asked anew by any news: it isn't of the job.
  // Tasks, tags and members may still be coming from when the page was opened; that no fact asks for them is held by news.test.ts.
  const ofTheJob = () => asked.filter((a) => !/^GET \/api\/(needs|tasks|tags|members)$/.test(a))
  await page.getByRole('button', { name: /^Title/ }).click()
  await page.getByRole('textbox', { name: 'Title' }).fill('A fact put right')
  await page.keyboard.press('Enter')
  // The list is asked for by the same news the edited job could be asked for by.
  await expect(list.getByText('A fact put right')).toBeVisible()
  expect(ofTheJob()).toEqual([`PATCH /api/jobs/${id}`])
})

test('a missing value is named on the sending sheet and given at its source', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'No place yet', place: '', people: null })
  const paper = await makePaper(api, job.id, 'quote')
  await signIn(page)
  await page.goto(`/papers/${paper}`)
  await expect(page.getByText(/2 things have to be put right first/)).toBeVisible()
  await expect(page.getByRole('figure').first()).toContainText('Place missing')
  await page.getByLabel('Place is missing').fill('Heron pond')
  await page.getByLabel('Place is missing').press('Enter')
  await page.getByLabel('Number of people is missing').fill('12')
  await page.getByLabel('Number of people is missing').press('Enter')
  await expect(page.getByText(/Every value is there, everyone has a place to sign/)).toBeVisible()
  await expect(page.getByRole('figure').first()).toContainText('bring to Heron pond')
  expect(await jobOf(api, job.id)).toMatchObject({ place: 'Heron pond', people: 12 })
})

test('staff see no money to book, and a stale tab loses nothing', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'Shared work' })
  await signIn(page, STAFF)
  await page.goto(`/jobs/${job.id}`)
  await expect(page.getByRole('button', { name: 'A payment' })).toBeHidden()
  await page.route('**/api/stream', (r) => r.fulfill({ status: 204 }))
  await page.reload()
  await page.getByRole('button', { name: /^Where/ }).click()
  await page.getByRole('textbox', { name: 'Where' }).fill('The far bank')
  const { version } = await jobOf(api, job.id)
  await api.must('PATCH', `/api/jobs/${job.id}`, { version, set: { people: 7 } })
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Somebody changed this job since you opened it')
  await expect(page.getByRole('textbox', { name: 'Where' })).toHaveValue('The far bank')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Saved: place.')).toBeVisible()
  expect(await jobOf(api, job.id)).toMatchObject({ place: 'The far bank', people: 7 })
})

test('numbers are read as the business writes them; what can’t be is said beside it and kept from being nothing', async ({
  page,
  api,
}) => {
  const settings = await api.must<Record<string, unknown>>('GET', '/api/business/settings')
  await api.must('PUT', '/api/business/settings', { ...settings, locale: 'de-DE', taxRate: '7' })
  await signIn(page)
  await newJobByHand(page)
  await page.getByLabel('Title').fill('Zahlen')
  await addLine(page, 'Fire-keeper')
  // What the item lets a client set comes with it.
  await openLine(page, 1)
  await expect(page.getByLabel('Client sets the quantity of line 1, from–to')).not.toHaveValue('')
  await addLine(page, 'A line of our own')
  await expect(page.getByLabel('What, line 2')).toHaveValue('A line of our own')
  await expect(page.getByLabel('Tax percent, line 2')).toHaveValue('7')
  await page.getByLabel('Price each, line 2').fill('2,074')
  await page.getByLabel('Discount on the whole').fill('10,5 %')
  await page.getByRole('button', { name: 'Add the job' }).click()
  await expect(page.getByRole('alert')).toContainText('“2,074” can be read in two ways. Write 2074 or 2,07.')
  await expect(page.getByLabel('Price each, line 2')).toBeFocused()
  await page.getByLabel('Price each, line 2').fill('1.190,00')
  await page.getByLabel('Quantity, line 2').fill('1,5')
  await page.getByRole('button', { name: 'Add the job' }).click()
  await page.getByRole('heading', { name: 'Next' }).waitFor()
  const job = await jobOf(api, page.url().split('/').at(-1)!)
  expect(job.discount).toEqual({ percent: '10.5' })
  expect(job.lines.map((l) => [l.quantity, l.unitPrice, l.taxRate])[1]).toEqual(['1.5', 119000, '7'])
  expect(job.lines[0]!.clientQuantity).not.toBeNull()
  await api.must('PUT', '/api/business/settings', { ...settings, locale: 'en-GB', taxRate: '20' })
})

test('a form says what is wrong beside its field, keeps what was typed, and lets go of it when it is put right', async ({
  page,
  api,
}) => {
  await page.goto('/sign-in')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('Give your e-mail address.')).toBeVisible()
  await expect(page.getByText('Give your password.')).toBeVisible()
  await expect(page.getByLabel('E-mail')).toBeFocused()
  await page.getByLabel('E-mail').fill('maren@larkmoor.example')
  await expect(page.getByText('Give your e-mail address.')).toBeHidden()
  await signIn(page)
  await newJobByHand(page)
  await page.getByRole('combobox', { name: 'Client' }).fill('Ottilie Brand')
  await page.getByRole('option', { name: /Add “Ottilie Brand”/ }).click()
  const form = page.getByRole('dialog', { name: 'Someone new' })
  await form.getByLabel('E-mail').fill('ottilie at brand')
  await form.getByLabel('Phone').fill('+44 1632 960 455')
  await form.getByRole('button', { name: 'Add Ottilie Brand' }).click()
  await expect(form.getByText('This is not an e-mail address.')).toBeVisible()
  await expect(form.getByLabel('E-mail')).toBeFocused()
  await expect(form.getByLabel('Phone')).toHaveValue('+44 1632 960 455')
  await accessible(page)
  await form.getByLabel('E-mail').fill('ottilie@brand.example')
  await expect(form.getByText('This is not an e-mail address.')).toBeHidden()
  await form.getByRole('button', { name: 'Add Ottilie Brand' }).click()
  await expect(form).toBeHidden()
  await expect(page.getByRole('combobox', { name: 'Client' })).toHaveValue('Ottilie Brand')
  const [made] = await api.must<{ email: string }[]>('GET', '/api/contacts?find=ottilie')
  expect(made!.email).toBe('ottilie@brand.example')
})

test('several papers are chosen and withdrawn at once, and taken out as CSV', async ({ page, api }) => {
  const papers: string[] = []
  for (const title of ['One of two', 'Two of two']) {
    const job = await makeJob(api, { title })
    const paper = await makePaper(api, job.id, 'quote')
    await send(api, paper)
    papers.push(paper)
  }
  await signIn(page)
  await page.goto('/papers')
  for (const title of ['One of two', 'Two of two'])
    await page
      .getByRole('row', { name: new RegExp(title) })
      .getByRole('checkbox')
      .check()
  const chosen = page.getByRole('region', { name: 'What is chosen' })
  await expect(chosen.getByRole('status')).toHaveText('2 chosen')
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    chosen.getByRole('button', { name: 'These as CSV' }).click(),
  ])
  const text = readFileSync(await csv.path(), 'utf8')
  expect(text.trim().split('\n')).toHaveLength(3)
  expect(text).toContain('One of two"')
  await chosen.getByRole('button', { name: 'Withdraw 2' }).click()
  await page.getByRole('dialog', { name: 'Is that meant?' }).getByRole('button', { name: 'Withdraw' }).click()
  await expect(page.getByText('Withdrew 2 papers.')).toBeVisible()
  for (const id of papers)
    expect((await api.must<{ state: string }>('GET', `/api/papers/${id}`)).state).toBe('withdrawn')
})

test('papers are found by the words inside, looked for by state, kept as a view, and taken along', async ({
  page,
  api,
}) => {
  await signIn(page)
  await page.goto('/papers')
  await expect(page.getByRole('heading', { level: 1, name: 'Papers' })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('stove')
  await expect(page.getByRole('status').filter({ hasText: 'for “stove”' })).toBeVisible()
  await expect(page.locator('mark').first()).toHaveText(/stove/i)
  await accessible(page)
  await page.getByRole('button', { name: /^Signed/ }).click()
  await expect(page).toHaveURL(/find=stove/)
  await expect(page).toHaveURL(/state=signed/)
  const { counts, rows } = await api.must<PaperPage>('GET', '/api/papers?find=stove&state=signed&limit=100')
  await expect(page.getByRole('status').filter({ hasText: `${counts!.all} papers, for “stove”` })).toBeVisible()

  await page.getByRole('button', { name: 'Keep this view' }).click()
  await page.getByLabel('What it is called').fill('Signed, with a stove')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Look for all again' }).click()
  await expect(page).not.toHaveURL(/stove/)
  await page.getByRole('button', { name: 'Signed, with a stove', exact: true }).click()
  await expect(page).toHaveURL(/find=stove/)

  // One client's alone; the address keeps who it is, and their name stands there again.
  await page.getByRole('button', { name: 'Look for all again' }).click()
  const client = page.getByRole('combobox', { name: 'Client', exact: true })
  await client.fill('okoro')
  await page.getByRole('option', { name: /Okoro/ }).first().click()
  await expect(page).toHaveURL(/client=/)
  const theirs = await api.must<PaperPage>('GET', `/api/papers?limit=100&${new URL(page.url()).searchParams}`)
  expect(theirs.rows.length).toBeGreaterThan(0)
  await expect(page.getByRole('status').filter({ hasText: `${theirs.counts!.all} papers` })).toBeVisible()
  await page.reload()
  await expect(client).toHaveValue(theirs.client!)
  await client.click()
  await client.fill('any')
  await page.getByRole('option', { name: 'Anyone' }).click()
  await expect(page).not.toHaveURL(/client=/)
  await page.getByRole('button', { name: 'Signed, with a stove', exact: true }).click()
  await expect(page).toHaveURL(/find=stove/)

  const boxes = page.getByRole('row').getByRole('checkbox')
  await boxes.nth(1).check()
  await boxes.nth(2).check()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download (ZIP)' }).click(),
  ])
  const inside = execFileSync('unzip', ['-l', await zip.path()], { encoding: 'utf8' })
  expect(inside.match(/\.pdf$/gm)).toHaveLength(2)
  expect(inside).toContain(rows[0]!.title)
})
