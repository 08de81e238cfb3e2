import { join } from 'node:path'
import { linkTo, mailsTo, paperOf, send } from '../support/line'
import { contractWith, plan, somebody } from '../support/rounds'
import { until } from '../support/server'
import { accessible, draw, expect, phone, signIn, test } from './support'

const specimen = (name: string) => join(import.meta.dirname, `../../server/gateways/identity/specimens/${name}.png`)

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
