import { linkTo, makeJob, paperOf, send, sign } from '../support/line'
import { contractWith } from '../support/rounds'
import { Caller, OWNER, STAFF } from '../support/caller'
import { accessible, expect, phone, signIn, test } from './support'

test('where one is signed in is seen and ended, and the screen there asks to sign in by itself', async ({
  page,
  browser,
  server,
  api,
}) => {
  await signIn(page)
  const there = await phone(browser, server)
  await signIn(there.page)
  await page.getByRole('button', { name: 'Menu of Maren Fosse' }).click()
  await page.getByRole('menuitem', { name: 'Doors: who is signed in' }).click()
  await expect(page.getByRole('heading', { name: 'What came to the doors' })).toBeVisible()
  await expect(page.getByText('Signed in on a browser not seen before').first()).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Sign me out everywhere else' }).click()
  await expect(page.getByText('You are signed out everywhere but here.')).toBeVisible()
  await expect(there.page.getByRole('button', { name: 'Sign in' })).toBeVisible()
  expect(there.faults).toEqual([])
  const [row] = await server.rows('select count(*) n from sessions where ended_at is null')
  expect(Number(row!.n)).toBeLessThanOrEqual(2)
  // Whoever sets the scene of the next was signed out, too.
  await api.must('POST', '/api/session', { email: OWNER.email, password: OWNER.password })
})

test('a countersigning address asks whoever opens it to sign in, and then leads on', async ({
  browser,
  server,
  api,
}) => {
  const { paper, email } = await contractWith(api)
  await send(api, paper)
  await sign(new Caller(server), await linkTo(api, email))
  const { path } = await api.must<{ path: string }>('POST', `/api/papers/${paper}/countersign`)
  const other = await phone(browser, server)
  await other.page.goto(path)
  await expect(other.page.getByText('Only Maren Fosse can open this, signed in.')).toBeVisible()
  await accessible(other.page)
  await other.page.getByRole('link', { name: 'Sign in' }).click()
  await other.page.getByLabel('E-mail').fill('maren@larkmoor.example')
  await other.page.getByLabel('Password').fill('steam-and-birch')
  await other.page.getByRole('button', { name: 'Sign in' }).click()
  await expect(other.page.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
  expect((await paperOf(api, paper)).state).toBe('out')
  expect(other.faults).toEqual([])
})

test('a correction of somebody who is checked is handed in, and goes out when it is passed', async ({
  page,
  browser,
  server,
  api,
}) => {
  const settings = await api.must<object>('GET', '/api/business/settings')
  await api.must('PUT', '/api/business/settings', { ...settings, checked: ['staff'] })
  const { paper, id } = await contractWith(api)
  await send(api, paper)
  const { version } = await api.must<{ version: number }>('GET', `/api/jobs/${id}`)
  await api.must('PATCH', `/api/jobs/${id}`, { version, set: { place: 'The upper meadow' } })
  const jonah = await browser.newPage({ baseURL: server.origin })
  await signIn(jonah, STAFF)
  await jonah.goto(`/papers/${paper}`)
  await jonah.getByRole('button', { name: 'Put on hold' }).click()
  await jonah.getByRole('button', { name: 'Hand the correction in to be checked' }).click()
  await expect(jonah.getByText('With Maren Fosse to check.')).toBeVisible()
  await signIn(page)
  await expect(page.getByText('Check the hire agreement').first()).toBeVisible()
  await page.goto(`/papers/${paper}`)
  await page.getByRole('button', { name: 'Pass it on' }).click()
  await expect(page.getByText('It is on hold.')).toBeHidden()
  const { events } = await api.must<{ events: { type: string; data: { checks?: { name: string }[] } }[] }>(
    'GET',
    `/api/papers/${paper}/events`,
  )
  expect(events.find((e) => e.type === 'revised')!.data.checks).toEqual([{ type: 'passed', name: 'Maren Fosse' }])
  await api.must('PUT', '/api/business/settings', settings)
})

test('where there is no page, it is said in our own words', async ({ page }) => {
  await signIn(page)
  const response = await page.goto('/nothing-here')
  expect(response!.status()).toBe(404)
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
  await accessible(page)
})

test('eight windows of one browser follow what happens by one stream', async ({ page, context, server, api }) => {
  await signIn(page)
  const windows = []
  for (let i = 0; i < 8; i += 1) {
    const other = await context.newPage()
    await other.goto('/jobs')
    await expect(other.getByRole('heading', { name: 'Jobs' })).toBeVisible()
    windows.push(other)
  }
  const open = async () => {
    const mine = `(select id from sessions where kind = 'member' order by created_at desc limit 1)`
    const [row] = await server.rows(`select count(*) n from streams where session_id = ${mine} and until > ?`, [
      new Date().toISOString(),
    ])
    return Number(row!.n)
  }
  await expect.poll(open).toBe(1)
  // The one that has the stream goes; another takes it, and everybody hears of a new job.
  await page.close()
  await makeJob(api, { title: 'Heard by all' })
  for (const w of windows) await expect(w.getByText('Heard by all')).toBeVisible()
})
