import { chromium } from '@playwright/test'
import type { DeskView } from '../../shared/out/desk'
import { launchOptions } from '../support/browser'
import { cameraArgs, filmOf } from '../support/camera'
import { inDays, makeJob } from '../support/line'
import { until } from '../support/server'
import { accessible, atRest, expect, signIn, signIt, test, watch } from './support'

const TODAY = inDays(0)

test('a tablet beside the desk is a pad: taken by its code, signed on, left empty, let go', async ({
  page,
  browser,
  server,
  api,
}) => {
  const { id } = await makeJob(api, {
    kindId: 'session',
    title: 'Sauna by the pad',
    lines: [],
    starts: `${TODAY}T23:40`,
    ends: `${TODAY}T23:59`,
  })
  for (const contact of [
    { name: 'Nadia Pads' },
    { name: 'Bram Pads', born: `${Number(TODAY.slice(0, 4)) - 12}-01-01` },
  ])
    await api.must('POST', `/api/jobs/${id}/guests`, { contact })
  await api.must('PUT', '/api/business/desk', { keeps: ['born'], badges: true })
  const visit = async (name: string) =>
    (await api.must<DeskView>('GET', '/api/desk')).visits.find((v) => v.name === name)!
  const screen = await browser.newContext({
    baseURL: server.origin,
    viewport: { width: 1024, height: 768 },
    hasTouch: true,
    locale: 'en-GB',
  })
  const faults = watch(screen, server.origin)
  const pad = await screen.newPage()
  const row = (name: string) => page.getByRole('article', { name })
  await signIn(page)
  await page.goto('/desk')

  await test.step('it shows a code, which is typed at the desk', async () => {
    await pad.goto('/pad')
    const code = (await pad.getByTestId('code').textContent())!
    await accessible(pad)
    await page.getByRole('button', { name: 'Pad' }).click()
    await atRest(page)
    await page.getByLabel('Code on the other screen').fill('ABC-DEFG')
    await page.getByRole('button', { name: 'Take it as a pad' }).click()
    await expect(page.getByText(/Type the code as it stands/).first()).toBeVisible()
    await page.getByLabel('Code on the other screen').fill(code)
    await page.getByRole('button', { name: 'Take it as a pad' }).click()
    await expect(pad.getByRole('heading', { name: 'Larkmoor Saunas' })).toBeVisible()
    await expect(page.getByText('shows nothing')).toBeVisible()
    await accessible(page)
    await accessible(pad)
    await page.keyboard.press('Escape')
  })

  await test.step('what is sent there is read with two answers and signed; nothing else can be reached', async () => {
    await row('Nadia Pads').getByRole('button', { name: 'On the pad' }).click()
    await expect(page.getByText('On the pad: Nadia Pads')).toBeVisible()
    await pad.getByRole('button', { name: 'Yes, that is me' }).click()
    await expect(pad.getByRole('button', { name: 'No: What I tell you above is true' })).toBeVisible()
    await accessible(pad)
    await pad.goto('/jobs')
    await expect(pad).toHaveURL(/\/s\//)
    await pad.getByRole('button', { name: 'Yes, that is me' }).click()
    await pad.getByRole('checkbox', { name: 'What I tell you above is true' }).check()
    await pad.getByRole('textbox', { name: 'Who to call, with their number' }).fill('Sam, 01632 960 555')
    await signIt(pad)
    await until(
      () => visit('Nadia Pads'),
      (v) => v.step === 'ready',
    )
    await pad.getByRole('button', { name: 'Done' }).click()
    await expect(pad.getByText('One moment')).toBeVisible()
    await expect(page.getByText('On the pad:')).toBeHidden()
  })

  await test.step('what was sent by mistake is taken off again, and the pad is let go', async () => {
    await row('Bram Pads').getByRole('button', { name: 'On the pad' }).click()
    await page.getByRole('textbox', { name: 'or somebody else, by name' }).fill('Nadia Pads')
    await page.getByRole('button', { name: 'They sign for them' }).click()
    await expect(pad.getByRole('button', { name: 'Yes, that is me' })).toBeVisible()
    await page.getByRole('button', { name: 'Take it off' }).click()
    await expect(pad.getByText('One moment')).toBeVisible()
    await page.getByRole('button', { name: 'Pad', exact: true }).click()
    await page.getByRole('button', { name: 'Let pad 1 go' }).click()
    await expect(pad.getByTestId('code')).toBeVisible()
    await page.keyboard.press('Escape')
  })

  await test.step('a guest who is here has a badge', async () => {
    await row('Nadia Pads').getByRole('button', { name: 'Is here' }).click()
    const badge = row('Nadia Pads').getByRole('link', { name: 'Badge of Nadia Pads' })
    expect((await api.raw((await badge.getAttribute('href'))!)).subarray(0, 5).toString()).toMatch(/^37,80,68,70/)
  })
  expect(faults).toEqual([])
  await api.must('PUT', '/api/business/desk', { keeps: ['born'], badges: false })
})

test('the camera at the desk finds a guest by the code of their visit, while it runs', async ({ server, api }) => {
  const { id } = await makeJob(api, {
    kindId: 'session',
    title: 'Seen by the camera',
    lines: [],
    starts: `${TODAY}T23:41`,
    ends: `${TODAY}T23:59`,
  })
  await api.must('POST', `/api/jobs/${id}/guests`, { contact: { name: 'Yuki Camera' } })
  const { code } = (await api.must<DeskView>('GET', '/api/desk')).visits.find((v) => v.name === 'Yuki Camera')!
  const browser = await chromium.launch({
    ...launchOptions,
    args: [...launchOptions.args, ...cameraArgs(filmOf(code))],
  })
  try {
    const context = await browser.newContext({ baseURL: server.origin, locale: 'en-GB', permissions: ['camera'] })
    const faults = watch(context, server.origin)
    const page = await context.newPage()
    const sent: string[] = []
    page.on('request', (r) => r.url().endsWith('/api/desk/scan') && sent.push(r.url()))
    await signIn(page)
    await page.goto('/desk')
    await page.getByRole('button', { name: 'Scan an ID' }).click()
    await page.getByRole('button', { name: 'Use the camera' }).click()
    await expect(page.getByRole('article')).toHaveCount(1)
    await expect(page.getByRole('article', { name: 'Yuki Camera' })).toBeVisible()
    // Nothing of what the camera saw has left the device.
    expect(sent).toEqual([])
    expect(faults).toEqual([])
  } finally {
    await browser.close()
  }
})
