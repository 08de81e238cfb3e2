import { linkTo, mailsTo, makeJob, makePaper, paperOf, send, sign } from '../support/line'
import { contractWith, planOf } from '../support/rounds'
import { choose, accessible, expect, phone, signIn, test } from './support'

test('a round is prepared on the sending sheet: a witness, a reader, a proof, turns by keyboard, and sent', async ({
  page,
  api,
}) => {
  const job = await makeJob(api, { title: 'Round meadow' })
  const paper = await makePaper(api, job.id, 'contract')
  await signIn(page)
  await page.goto(`/papers/${paper}`)
  await expect(page.getByRole('button', { name: 'Send to Petra, then to you' })).toBeVisible()

  await test.step('somebody new is added on the spot and witnesses the client', async () => {
    await page.getByRole('button', { name: 'Add a person' }).click()
    await page.getByRole('combobox', { name: 'Who', exact: true }).fill('Wim Aldous')
    await page.getByRole('option', { name: /Add “Wim Aldous”/ }).click()
    await page.getByRole('dialog', { name: 'Someone new' }).getByLabel('E-mail').fill('wim@aldous.example')
    await page.getByRole('button', { name: 'Add Wim Aldous' }).click()
    const set = page.getByRole('region', { name: 'Wim Aldous, set' })
    await choose(set, 'What they do', 'Witnesses somebody’s signing')
    await expect(set.getByRole('combobox', { name: 'Whose signing' })).toContainText('Petra Holm')
  })

  await test.step('turns are changed with Alt and the arrows', async () => {
    const wim = page.getByRole('button', { name: /Wim Aldous.*witnesses/ })
    await wim.focus()
    await page.keyboard.press('Alt+ArrowUp')
    await page.keyboard.press('Alt+ArrowUp')
    await expect
      .poll(async () => (await planOf(api, paper)).plan.people.map((p) => [p.name, p.turn]))
      .toEqual([
        ['Petra Holm', 1],
        ['Wim Aldous', 2],
        ['Maren Fosse', 3],
      ])
  })

  await test.step('the client proves themself by a code, in German; what is missing stands beside', async () => {
    await page.getByRole('button', { name: /Petra Holm.*signs/ }).click()
    const set = page.getByRole('region', { name: 'Petra Holm, set' })
    await choose(set, 'Proves who they are', 'by a code sent to them')
    const keeping = page.waitForResponse((r) => r.url().endsWith('/plan') && r.request().method() === 'PUT')
    await choose(set, 'Reached', 'by text')
    await set.getByLabel('Phone').fill('01632 960')
    await keeping
    await expect(set.getByText('Petra Holm has no phone number for a text.')).toBeVisible()
    await expect(set.getByLabel('Phone')).toHaveValue('01632 960')
    const notes = page.getByRole('list', { name: 'Before it goes' })
    await expect(notes).toContainText('Petra Holm has no phone number for a text.')
    await set.getByLabel('Phone').fill('01632 960 150')
    await set.getByLabel('Phone').blur()
    await expect(notes).not.toContainText('no phone number')
    await choose(set, 'Reached', 'by e-mail')
    await choose(set, 'The code goes', 'by text')
    await choose(set, 'Language', 'Deutsch')
    await accessible(page)
  })

  await test.step('the deadline is counted from the job’s day, and it goes out', async () => {
    await choose(page, /^Lapses/, 'days before the job’s day')
    await page.getByRole('spinbutton', { name: 'Days before the job’s day' }).fill('2')
    await page.getByRole('spinbutton', { name: 'Days before the job’s day' }).blur()
    await page.getByRole('button', { name: 'Send to Petra, then to Wim and you' }).click()
    await expect(page.getByText('Sent. You hear when something happens.')).toBeVisible()
    const { round } = await paperOf(api, paper)
    expect(round!.people.map((p) => [p.name, p.turn, p.part, p.proof])).toEqual([
      ['Petra Holm', 1, 'sign', 'one-time'],
      ['Wim Aldous', 2, 'witness', 'none'],
      ['Maren Fosse', 3, 'sign', 'none'],
    ])
    expect(round!.lapsesAt).not.toBeNull()
    expect((await mailsTo(api, job.email))[0]!.text).toContain('Lesen und unterschreiben')
  })
})

test('right to left, a photograph as signature, the offline finish, and passing on', async ({
  browser,
  server,
  api,
}) => {
  const { email, paper } = await contractWith(api, { language: 'ar', mayPassOn: true })
  await send(api, paper)
  const { page: p } = await phone(browser, server)
  await p.goto(`/s/${await linkTo(api, email)}`)
  await expect(p.locator('html')).toHaveAttribute('dir', 'rtl')
  await accessible(p)
  await p.getByLabel('اللغة').selectOption({ label: 'English' })
  await expect(p.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
  await p.getByRole('button', { name: 'Sign here' }).click()
  await p.getByRole('tab', { name: 'Photo' }).click()
  const picture = (ink: boolean) =>
    p.evaluate((written) => {
      const c = document.createElement('canvas')
      c.width = 6000
      c.height = 3000
      const x = c.getContext('2d')!
      x.fillStyle = '#f3f0e8'
      x.fillRect(0, 0, c.width, c.height)
      x.lineWidth = 40
      x.strokeStyle = '#222'
      x.beginPath()
      for (let i = 0; written && i < 60; i += 1) x.lineTo(1500 + i * 50, 1500 + Math.sin(i / 3) * 500)
      x.stroke()
      return c.toDataURL('image/jpeg', 0.9).split(',')[1]!
    }, ink)
  const give = async (ink: boolean) =>
    p.getByLabel('Photograph of your signature').setInputFiles({
      name: 'signature.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from(await picture(ink), 'base64'),
    })
  await give(false)
  await expect(p.getByRole('alert')).toContainText('There is no writing to be found')
  await give(true)
  await expect(p.getByRole('dialog').locator('img')).toBeVisible()
  await p.getByRole('button', { name: 'Use this signature' }).click()
  await expect(p.getByText('kept as you go')).toBeVisible()

  // The network is lost as the last button is pressed; pressed again it goes through, once.
  await p.getByRole('button', { name: 'Sign the hire agreement' }).click()
  await p.getByRole('checkbox', { name: /I agree/ }).check()
  await p.context().setOffline(true)
  await p.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
  await expect(p.getByRole('alert')).toContainText('There is no connection just now.')
  await p.context().setOffline(false)
  await p.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
  await expect(p.getByRole('heading', { name: 'Signed. Thank you, Petra.' })).toBeVisible()
  expect(
    await server.rows(
      `select 1 from round_events e join round_papers r on r.round_id = e.round_id where r.paper_id = ? and e.type = 'signed'`,
      [paper],
    ),
  ).toHaveLength(1)

  const other = await contractWith(api, { mayPassOn: true })
  await send(api, other.paper)
  await p.goto(`/s/${await linkTo(api, other.email)}`)
  await p.getByRole('button', { name: 'Pass it on' }).click()
  await p.getByLabel('Their name').fill('Jo Vale')
  await p.getByLabel('Their e-mail').fill('jo@vale.example')
  await p.getByRole('button', { name: 'Pass it on to them' }).click()
  await expect(p.getByText('somebody else signs in your place now')).toBeVisible()
  await sign(api, await linkTo(api, 'jo@vale.example'))
  expect((await paperOf(api, other.paper)).round!.people.map((x) => [x.name, x.status])).toContainEqual([
    'Jo Vale',
    'done',
  ])
})

test('a typo is corrected while it is out, an address after a bounce, and a list goes to each their own', async ({
  page,
  api,
}) => {
  const { id, email, paper } = await contractWith(api)
  await send(api, paper)
  await sign(api, await linkTo(api, email))
  await signIn(page)
  await page.goto(`/papers/${paper}`)
  await page.getByRole('button', { name: 'Correct the paper' }).click()
  await expect(page.getByText('Its round is on hold.')).toBeVisible()
  await page
    .getByRole('button', { name: /Sat|Sun|Mon|Tue|Wed|Thu|Fri/ })
    .first()
    .waitFor()
  const job = await api.must<{ version: number }>('GET', `/api/jobs/${id}`)
  await api.must('PATCH', `/api/jobs/${id}`, { version: job.version, set: { place: 'Upper Meadow' } })
  await page.getByRole('link', { name: 'To the round, to send the correction' }).click()
  await page.getByRole('button', { name: 'Send the correction' }).click()
  await expect(page.getByText('Whoever had signed is asked to sign again.')).toBeVisible()
  await expect(page.getByText('has to sign again: it was corrected')).toBeVisible()
  expect((await mailsTo(api, email)).some((m) => m.subject.startsWith('Corrected:'))).toBe(true)

  const lost = await contractWith(api, { email: 'lost@bounces.example' })
  await send(api, lost.paper)
  await page.goto(`/papers/${lost.paper}`)
  await expect(page.getByText('The message came back: There is no such mailbox.')).toBeVisible()
  await page.getByRole('button', { name: 'What can be done for Petra' }).click()
  await page.getByRole('button', { name: 'Correct the address' }).click()
  await page.getByRole('textbox', { name: 'E-mail' }).fill('found@clients.example')
  await page.getByRole('button', { name: 'Correct it' }).click()
  await expect(page.getByText('Corrected, and sent again at once.')).toBeVisible()
  await linkTo(api, 'found@clients.example')

  await page.goto(`/jobs/${id}`)
  await page.getByRole('button', { name: 'Send to a list' }).click()
  await choose(page, /^Template/, 'Bather’s waiver')
  await page.getByLabel(/The list/).setInputFiles({
    name: 'guests.csv',
    mimeType: 'text/csv',
    // As a spreadsheet on Windows writes it: another encoding, semicolons.
    buffer: Buffer.from('Name;E-mail\r\nZo\xeb Quill;zoe@clients.example\r\nBo;nowhere\r\n', 'latin1'),
  })
  await expect(page.getByRole('list', { name: 'Not sent to' })).toContainText('“nowhere” is not an e-mail address')
  await page.getByRole('button', { name: 'Send to 1 person, each their own' }).click()
  await expect(page.getByText('1 of 2 sent, 1 not sent.')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Not sent' })).toContainText('“nowhere” is not an e-mail address')
  await accessible(page)
  await linkTo(api, 'zoe@clients.example')
  await page.getByRole('button', { name: 'Put right: Bo' }).click()
  await page.getByRole('textbox', { name: 'E-mail' }).fill('bo.reed@clients.example')
  await page.getByRole('button', { name: 'Send it to them' }).click()
  await expect(page.getByText('2 of 2 sent.')).toBeVisible()
  await linkTo(api, 'bo.reed@clients.example')
  expect((await api.must<{ name: string }[]>('GET', '/api/contacts?find=quill')).map((c) => c.name)).toContain(
    'Zoë Quill',
  )
})
