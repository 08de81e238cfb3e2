import { join } from 'node:path'
import { linkTo, mailsTo, makeJob, makePaper, paperOf, send, sign } from '../support/line'
import { contractWith, plan, planOf, somebody } from '../support/rounds'
import { until } from '../support/server'
import { accessible, draw, expect, phone, signIn, test } from './support'

const specimen = (name: string) => join(import.meta.dirname, `../../server/gateways/identity/specimens/${name}.png`)

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
    await page.getByRole('group', { name: 'Someone new' }).getByLabel('E-mail').fill('wim@aldous.example')
    await page.getByRole('button', { name: 'Add Wim Aldous' }).click()
    const set = page.getByRole('region', { name: 'Wim Aldous, set' })
    await set.getByLabel('What they do').selectOption({ label: 'Witnesses somebody’s signing' })
    await expect(set.getByLabel('Whose signing')).toHaveValue(/./)
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
    await set.getByLabel('Proves who they are').selectOption({ label: 'by a code sent to them' })
    const keeping = page.waitForResponse((r) => r.url().endsWith('/plan') && r.request().method() === 'PUT')
    await set.getByLabel('Reached').selectOption({ label: 'by text' })
    await set.getByLabel('Phone').fill('01632 960')
    await keeping
    await expect(set.getByText('Petra Holm has no phone number for a text.')).toBeVisible()
    await expect(set.getByLabel('Phone')).toHaveValue('01632 960')
    const notes = page.getByRole('list', { name: 'Before it goes' })
    await expect(notes).toContainText('Petra Holm has no phone number for a text.')
    await set.getByLabel('Phone').fill('01632 960 150')
    await set.getByLabel('Phone').blur()
    await expect(notes).not.toContainText('no phone number')
    await set.getByLabel('Reached').selectOption({ label: 'by e-mail' })
    await set.getByLabel('The code goes').selectOption({ label: 'by text' })
    await set.getByLabel('Language').selectOption({ label: 'Deutsch' })
    await accessible(page)
  })

  await test.step('the deadline is counted from the job’s day, and it goes out', async () => {
    await page.getByLabel(/^Lapses/).selectOption({ label: 'days before the job’s day' })
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

test('a signer proves themself by a code, draws on their phone, and signs; the owner sees how far they are', async ({
  page,
  browser,
  server,
  api,
}) => {
  const { email, paper } = await contractWith(api, {
    phone: '01632 960 151',
    proof: { kind: 'one-time', by: 'text' },
    mayPassOn: true,
  })
  const wim = somebody({ name: 'Wim Aldous', email: '', turn: 2, part: 'witness', reach: 'link' })
  await plan(api, paper, ({ people: [petra, maren] }) => ({
    people: [petra!, { ...wim, of: petra!.key }, { ...maren!, turn: 3 }],
  }))
  await send(api, paper)
  const token = await linkTo(api, email)
  const laptop = await phone(browser, server)
  const { page: p } = laptop
  await p.goto(`/s/${token}`)
  await expect(p.getByRole('heading', { name: 'First, show that it is you' })).toBeVisible()
  await accessible(p)
  await expect(p.getByText('Hire agreement')).toBeHidden()
  await p.getByRole('button', { name: 'Send me a code' }).click()
  await expect(p.getByText('A code is on its way to •••• 151.')).toBeVisible()
  const [text] = await until(
    () => mailsTo(api, '01632 960 151'),
    (list) => list.length > 0,
  )
  await p.getByLabel('Code').fill(/\b\d{6}\b/.exec(text!.text)![0])
  await p.getByRole('button', { name: 'Go on' }).click()
  await expect(p.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
  await p.getByText(/Who is involved/).click()
  await expect(p.getByText('Maren Fosse comes later')).toBeVisible()

  await test.step('words are found, the type is larger, what is missing is shown when finishing is pressed', async () => {
    await p.getByRole('button', { name: 'Larger type' }).click()
    await p.getByRole('button', { name: 'Find in it' }).click()
    await p.getByRole('searchbox', { name: 'Find in it' }).fill('garden hose')
    await expect(p.getByText('1 of 1')).toBeVisible()
    // Nothing is red that nobody has reached yet; gone on from without filling it, it is.
    await p.getByRole('button', { name: 'Next: your signature' }).click()
    await expect(p.getByRole('button', { name: 'Sign here' }).first()).toBeFocused()
    await expect(p.getByText('Your signature is missing.')).toHaveCount(0)
    await p.getByRole('button', { name: 'Next: your signature' }).click()
    await expect(p.getByText('Your signature is missing.')).toBeVisible()
    await accessible(p)
  })

  await test.step('the signature is drawn on the phone and appears here', async () => {
    await p.getByRole('button', { name: 'Sign here' }).click()
    await p.getByRole('tab', { name: 'My phone' }).click()
    const link = await p.getByRole('dialog').getByRole('link').getAttribute('href')
    const other = await phone(browser, server)
    await other.page.goto(link!)
    await accessible(other.page)
    await draw(other.page)
    await expect(other.page.getByText('It has arrived on your other screen.')).toBeVisible()
    await expect(p.getByRole('button', { name: 'Your signature is there. Change it' })).toBeVisible()
    expect(other.faults).toEqual([])
  })

  await test.step('the owner sees how far they are', async () => {
    await signIn(page)
    await page.goto(`/papers/${paper}`)
    await expect(page.getByText(/of \d filled/)).toBeVisible()
    await accessible(page)
  })

  await p.getByRole('button', { name: 'Sign the hire agreement' }).click()
  await p.getByRole('checkbox', { name: /I agree/ }).check()
  await p.getByRole('dialog').getByRole('button', { name: 'Sign the hire agreement' }).click()
  await expect(p.getByRole('heading', { name: 'Signed. Thank you, Petra.' })).toBeVisible()
  await expect(page.getByText('It is your move.')).toBeHidden()

  await test.step('the witness beside them takes the phone, states who they are, and signs', async () => {
    await p.getByRole('button', { name: 'Show a code for their phone' }).click()
    await expect(p.getByRole('img', { name: /\/s\// })).toBeVisible()
    await accessible(p)
    await p.getByRole('button', { name: 'Hand this phone to Wim' }).click()
    await expect(p.getByText('You are asked to witness that Petra Holm signs')).toBeVisible()
    await expect(p.getByLabel('Your name')).toHaveValue('Wim Aldous')
    await p.getByLabel('Your address').fill('4 Quay Row, Sedge')
    await p.getByLabel('Your occupation').fill('Boatbuilder')
    await p.getByLabel('I saw Petra Holm sign').check()
    await p.getByRole('button', { name: 'Sign here' }).click()
    await draw(p)
    await p.getByRole('button', { name: 'Witness it' }).click()
    await p.getByRole('checkbox', { name: /I agree/ }).check()
    await p.getByRole('dialog').getByRole('button', { name: 'Witness it' }).click()
    await expect(p.getByRole('heading', { name: 'Signed. Thank you, Wim.' })).toBeVisible()
  })
  await expect(page.getByText('It is your move.')).toBeVisible()
  expect((await paperOf(api, paper)).round!.people.map((x) => x.status)).toEqual(['done', 'done', 'asked'])
  expect(laptop.faults).toEqual([])
})

test('an identity document is shown: an expired one is told from a valid one, and the third failure closes it', async ({
  page,
  browser,
  server,
  api,
}) => {
  const proof = {
    kind: 'document' as const,
    when: 'once' as const,
    tries: 2,
    selfie: false,
    live: false,
    tolerance: 'close' as const,
  }
  const { email, paper } = await contractWith(api, { name: 'Ines Marlow', proof })
  await send(api, paper)
  const token = await linkTo(api, email)
  const { page: p, faults } = await phone(browser, server)
  await p.goto(`/s/${token}`)
  await p.getByLabel('Picture of the document').setInputFiles(specimen('passport-expired'))
  await p.getByRole('button', { name: 'Check it' }).click()
  await expect(p.getByRole('alert')).toHaveText('This passport has expired. Use one that is valid.')
  await expect(p.getByText('One try left')).toBeVisible()
  await p.getByLabel('Picture of the document').setInputFiles(specimen('passport-other-name'))
  await p.getByRole('button', { name: 'Check it' }).click()
  await expect(p.getByRole('heading', { name: 'This is closed for now' })).toBeVisible()
  await signIn(page)
  await page.goto(`/papers/${paper}`)
  await expect(page.getByText('Out of tries to prove who they are.')).toBeVisible()
  await page.getByRole('button', { name: 'What can be done for Ines' }).click()
  await page.getByRole('button', { name: 'Open it again' }).click()
  await expect(page.getByText('Out of tries to prove who they are.')).toBeHidden()
  await p.reload()
  await p.getByLabel('Picture of the document').setInputFiles(specimen('passport'))
  await p.getByRole('button', { name: 'Check it' }).click()
  await expect(p.getByText('Larkmoor Saunas asks you to sign')).toBeVisible()
  expect((await paperOf(api, paper)).round!.people[0]).toMatchObject({ closed: false, spent: 3 * 140 })
  expect(faults).toEqual([])
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
  await page.getByLabel(/^Template/).selectOption({ label: 'Bather’s waiver' })
  await page.getByLabel(/The list/).setInputFiles({
    name: 'guests.csv',
    mimeType: 'text/csv',
    // As a spreadsheet on Windows writes it: another encoding, semicolons.
    buffer: Buffer.from('Name;E-mail\r\nZo\xeb Quill;zoe@clients.example\r\nBo;nowhere\r\n', 'latin1'),
  })
  await page.getByRole('button', { name: 'Send to 2 people, each their own' }).click()
  await expect(page.getByText('1 of 2 sent, 1 not sent.')).toBeVisible()
  await expect(page.getByRole('list', { name: 'Not sent' })).toContainText('“nowhere” is not an e-mail address')
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
