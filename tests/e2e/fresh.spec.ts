import type { LibraryView } from '../../shared/library'
import { Caller } from '../support/caller'
import { TestServer } from '../support/server'
import { accessible, choose, expect, test, watch } from './support'

const PASSWORD = 'walnuss-zaun-orgel-nebel'

test('from an empty folder: a business is made by four questions, and every setting is found, changed and kept', async ({
  browser,
}) => {
  const server = await TestServer.empty()
  const context = await browser.newContext({ baseURL: server.origin, locale: 'de-DE', timezoneId: 'Europe/Berlin' })
  const faults = watch(context, server.origin)
  const page = await context.newPage()
  const button = (name: string | RegExp) => page.getByRole('button', { name })
  const owner = new Caller(server)

  await test.step('nobody gets in but by the printed address', async () => {
    await page.goto('/jobs')
    await expect(page.getByText('There is no business here yet.')).toBeVisible()
    await page.goto('/setup/nothing')
    await expect(page.getByText('This address opens nothing')).toBeVisible()
  })

  await test.step('four questions, each with what its answer does', async () => {
    await page.goto(`/setup/${await server.firstKey()}`)
    const effect = page.getByRole('complementary', { name: 'What your answers do' })
    await expect(effect).toContainText('Rechnung')
    await choose(page, 'Country', 'United Kingdom')
    await expect(effect).toContainText('Invoice')
    await expect(page.getByLabel('VAT, in percent')).toHaveValue('20')
    await choose(page, 'Country', 'Germany')
    await expect(effect).toContainText(/1\.190,00\s€/)
    await accessible(page)
    await button('Open the business').click()
    await expect(page.getByText('The name of the business is missing')).toBeVisible()
    await page.getByLabel('Name of the business').fill('Zelt & Licht <b>Brandner</b>')
    await page.getByLabel('Your name').fill('Katrin Brandner')
    await page.getByLabel('Your e-mail, to sign in with').fill('katrin@brandner.example')
    await page.getByLabel('A password').fill('password1234')
    await page.getByLabel('A PIN').fill('2468')
    await button('Open the business').click()
    await expect(page.getByText('This is easily guessed.')).toBeVisible()
    await page.getByLabel('A password').fill(PASSWORD)
    await button('Open the business').click()
    await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
    await accessible(page)
    await owner.must('POST', '/api/session', { email: 'katrin@brandner.example', password: PASSWORD })
  })

  await test.step('who we are: a wrong number is said beside it, the effect stands beside the form', async () => {
    await page.keyboard.press('Control+k')
    await page.keyboard.insertText('iban')
    await page.getByRole('option', { name: /Who we are/ }).click()
    await accessible(page)
    await page.getByLabel('Address', { exact: true }).fill('Werkstraße 1\n00000 Nirgendwo')
    await page.getByLabel('USt-IdNr. oder Steuernummer').fill('DE 136 695 975')
    await button('Keep this').click()
    await expect(page.getByRole('alert').filter({ hasText: 'check digits' })).toBeVisible()
    await page.getByLabel('USt-IdNr. oder Steuernummer').fill('DE 136 695 976')
    await button('Keep this').click()
    await expect(page.getByText('Drafts follow')).toBeVisible()
    await expect(page.getByRole('complementary', { name: 'What it does' })).toContainText('Werkstraße 1')
  })

  await test.step('how we price', async () => {
    await page.getByRole('link', { name: 'How we price' }).click()
    await button('Another rate').click()
    await page.getByLabel('Rate 4, in percent').fill('abc')
    await button('Keep this').click()
    await expect(page.getByText('Give a percentage, such as 20.')).toBeVisible()
    await accessible(page)
    await page.getByLabel('Rate 4, in percent').fill('10,7')
    await button('Keep this').click()
    await expect(page.getByText('What was agreed keeps its prices')).toBeVisible()
    const { home } = await owner.must<{ home: { taxRates: { rate: string }[] } }>('GET', '/api/business')
    expect(home.taxRates.map((r) => r.rate)).toEqual(['19', '7', '0', '10.7'])
  })

  await test.step('what we sell: made, changed, taken away and back', async () => {
    await page.getByRole('link', { name: 'What we sell' }).click()
    await expect(page.getByRole('button', { name: 'Festzelt, 6 × 12 m' })).toBeVisible()
    await page.keyboard.press('n')
    await page.getByLabel('What it is').fill('Bühne')
    await page.getByLabel('Price of one, in EUR').fill('1.450,50')
    await button('Keep this').click()
    await page.getByRole('button', { name: 'Bühne' }).click()
    await expect(page.getByLabel('Price of one, in EUR')).toHaveValue('1450,50')
    await accessible(page)
    await button('Take it away').click()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('button', { name: 'Bühne' })).toBeVisible()
    const { catalogue } = await owner.must<LibraryView>('GET', '/api/library')
    expect(catalogue.at(-1)).toMatchObject({ description: 'Bühne', unitPrice: 145_050, taxRate: '19' })
  })

  await test.step('what kinds of job we do: a new one, tried beside it on a sample', async () => {
    await page.getByRole('link', { name: 'What kinds of job we do' }).click()
    await page.getByRole('link', { name: 'New kind' }).click()
    await page.getByLabel('What it is called').fill('Messestand')
    await choose(page, 'Template of the quote', 'Angebot')
    await choose(page, 'Template of the contract', 'Mietvertrag')
    await expect(page.getByText('No waiver yet: write one')).toBeVisible()
    await page.getByLabel('Percent of stage 1').fill('40')
    await expect(page.getByRole('complementary', { name: 'What it does' })).toContainText(/400,00\s€/)
    await button('Another fact').click()
    await page.getByLabel('Fact 1', { exact: true }).fill('Halle')
    await accessible(page)
    await button('Keep this').click()
    await expect(page.getByRole('heading', { level: 1, name: 'Messestand' })).toBeVisible()
    const { kinds } = await owner.must<LibraryView>('GET', '/api/library')
    expect(kinds.at(-1)).toMatchObject({
      name: 'Messestand',
      settings: { facts: [{ label: 'Halle' }], plan: { stages: [{ amount: { percent: '40' } }, {}] } },
    })
  })

  await test.step('who works here, how letters go out, one’s own password', async () => {
    await page.getByRole('link', { name: /Who works here/ }).click()
    await button('Invite somebody').click()
    await accessible(page)
    await page.getByLabel('Name', { exact: true }).fill('Jonas Weil')
    await page.getByLabel('E-mail').fill('jonas@brandner.example')
    await button('Send the invitation').click()
    await expect(page.getByText('jonas@brandner.example, invited')).toBeVisible()
    await page.getByRole('link', { name: 'How our letters go out' }).click()
    await page.getByRole('button', { name: 'by this server' }).click()
    await page.getByLabel('Server').fill('localhost')
    await page.getByLabel('Port').fill('1')
    await button(/^Try it/).click()
    await expect(page.getByText('localhost takes no letters on this port.')).toBeVisible()
    await accessible(page)
    await page.getByRole('link', { name: 'How I sign in' }).click()
    await page.getByLabel('The password you have now').fill('falsch')
    await page.getByLabel('The new one').fill('gras-leiter-mond-topf')
    await button('Change the password').click()
    await expect(page.getByText('This is not the password you have now.')).toBeVisible()
    await accessible(page)
  })

  await test.step('on a phone', async () => {
    await page.setViewportSize({ width: 390, height: 844 })
    for (const place of [
      'settings/business',
      'settings/look',
      'settings/money',
      'settings/kinds',
      'settings/items',
      'settings/members',
      'settings/mail',
      'settings/texts',
      'settings/times',
      'settings/letters',
      'settings/rounds',
      'settings/sets',
      'settings/me',
      'settings/kept',
      'bring-people',
      'bring-items',
      'bring-jobs',
    ]) {
      await page.goto(`/${place}`)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await accessible(page)
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
      expect(over, place).toBeLessThanOrEqual(0)
    }
  })
  expect(faults).toEqual([])
  await context.close()
  await server.stop()
})
