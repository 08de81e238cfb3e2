import type { StandingLinkView } from '../../shared/out/standing-links'
import { inDays, jobOf, makeJob } from '../support/line'
import { form } from '../support/flow'
import { until } from '../support/server'
import { accessible, atRest, choose, expect, phone, signIn, signIt, test } from './support'

test('a standing link is put together, tried, opened and answered on a phone by a parent with a child', async ({
  page,
  api,
  browser,
  server,
}) => {
  const { id: job } = await makeJob(api, {
    kindId: 'session',
    title: 'Lakeside evening',
    lines: [],
    starts: `${inDays(3)}T18:00`,
    ends: `${inDays(3)}T20:00`,
    people: 12,
  })
  await signIn(page)
  await page.goto('/library?at=links')
  await page.getByRole('button', { name: 'A new standing link' }).click()
  await atRest(page)
  await page.getByRole('textbox', { name: /What it is called/ }).fill('Lakeside evening')
  await choose(page, 'Whoever answers gets', /Lakeside evening/)
  await accessible(page)
  await page.getByRole('button', { name: 'Prepare it' }).click()
  await page.waitForURL(/\/library\/links\//)
  const id = page.url().split('/').at(-1)!
  const link = () => api.must<StandingLinkView>('GET', `/api/standing-links/${id}`)

  await test.step('the owner asks one thing more, says how it is signed, and opens it', async () => {
    await page.getByRole('button', { name: /^Form/ }).click()
    await page.getByRole('button', { name: 'Another question' }).click()
    await atRest(page)
    await page.getByRole('textbox', { name: 'The question' }).fill('How did you hear of us?')
    await choose(page, 'Answered with', 'One of several')
    await page.getByRole('textbox', { name: /The answers/ }).fill('A friend\nThe poster')
    await accessible(page)
    await page.getByRole('button', { name: 'Keep it' }).click()
    await page.getByRole('button', { name: /^Signing/ }).click()
    await page.getByRole('textbox', { name: /A code they type in/ }).fill('BIRCH 42')
    await page.keyboard.press('Tab')
    await until(link, (l) => l.settings.code === 'BIRCH 42' && l.settings.questions.length === 1)
    await page.getByRole('button', { name: 'Try it' }).click()
    await atRest(page)
    await expect(page.getByRole('dialog')).toContainText('How did you hear of us?')
    await accessible(page)
    await page.keyboard.press('Escape')
    for (const stop of ['Form', 'Paper', 'Home', 'Then']) {
      await page.getByRole('button', { name: new RegExp(`^${stop}`) }).click()
      await accessible(page)
    }
    await page.getByRole('button', { name: 'Open the link' }).click()
    await expect(page.getByRole('button', { name: 'Close the link' })).toBeVisible()
    expect((await link()).state).toBe('open')
  })

  const { url } = await link()
  const { page: own, faults } = await phone(browser, server)
  await test.step('what is wrong is said beside it, in the visitor’s language, and nothing typed is lost', async () => {
    await own.goto(url)
    await expect(own.getByText('12 of 12 places left')).toBeVisible()
    await accessible(own)
    await own.getByLabel('The code on the poster').fill('BIRCH 24')
    await own.getByLabel('Your name').fill('Yuki Sato')
    await own.getByLabel('Born').first().fill('1992-05-14')
    await own.getByRole('checkbox', { name: 'A child comes with me' }).check()
    await own.getByLabel('The child’s name').fill('Mio Sato')
    await own.getByLabel('Born').nth(1).fill('1999-05-14')
    await own.getByRole('button', { name: 'Next' }).click()
    await own.getByRole('radio', { name: 'A friend' }).check()
    await own.getByRole('button', { name: 'On to the paper' }).click()
    await expect(own.getByText('This isn’t the code.')).toBeVisible()
    await own.reload()
    await expect(own.getByLabel('Your name')).toHaveValue('Yuki Sato')
    await own.getByLabel('The code on the poster').fill('birch42')
    for (const wrong of [/Give an e-mail address or a phone number/, /They are of age and sign for themselves/]) {
      await own.getByRole('button', { name: 'Next' }).click()
      await own.getByRole('button', { name: 'On to the paper' }).click()
      await expect(own.getByText(wrong)).toBeVisible()
      await own.getByLabel('Phone').fill('01632 960 733')
    }
    await accessible(own)
    await choose(own, 'Language', 'Deutsch')
    await expect(own.getByRole('heading', { name: 'Wer kommt?' })).toBeVisible()
    await choose(own, 'Sprache', 'English')
    await own.getByLabel('Born').nth(1).fill('2017-05-14')
    expect((await link()).answers).toEqual([])
  })

  await test.step('one signing is enough for both; each has a paper, and a code for the desk', async () => {
    await own.getByRole('button', { name: 'Next' }).click()
    await own.getByRole('button', { name: 'On to the paper' }).click()
    await own.waitForURL(/\/s\//)
    for (const tick of await own.getByRole('checkbox', { name: /What I tell you above is true/ }).all())
      await tick.check()
    for (const who of await own.getByRole('textbox', { name: /Who to call, with their number/ }).all())
      await who.fill('Sam, 01632 960 555')
    await signIt(own)
    await expect(own.getByRole('heading', { name: 'Show this at the desk' })).toBeVisible()
    await expect(own.getByText('Mio Sato', { exact: true })).toBeVisible()
    await accessible(own)
    expect(faults).toEqual([])
    const { papers } = await until(
      () => jobOf(api, job),
      (j) => j.papers.filter((p) => p.state === 'signed').length === 2,
    )
    expect(papers).toHaveLength(2)
    await page.reload()
    await expect(page.getByText('2 came, 2 signed')).toBeVisible()
    expect((await link()).counts.free).toBe(10)
  })
})

test('values of a paper are given their sources as proposed, one by one, and from the back button nothing is begun twice', async ({
  page,
  api,
  browser,
  server,
}) => {
  const { id: template } = await form(api, 'You swim with us on {paper.mornings}. The fee is {paper.fee}.', [
    { key: 'mornings', label: 'Mornings', type: 'text', required: true },
    { key: 'fee', label: 'Fee for the season', type: 'amount', required: true },
  ])
  const { id } = await api.must<{ id: string }>('POST', '/api/standing-links', {
    name: 'Winter swimmers',
    kindId: 'garden',
    templates: [template],
    settings: { questions: [{ key: 'mornings', type: 'text', label: 'Which mornings' }] },
  })
  await signIn(page)
  await page.goto(`/library/links/${id}`)
  await expect(page.getByRole('button', { name: 'Open the link' })).toBeDisabled()
  await page.getByRole('button', { name: 'Take over 1 proposal' }).click()
  await page.getByRole('button', { name: 'Fee for the season' }).click()
  await page.getByLabel('Fee for the season is always').fill('96')
  await page.getByRole('button', { name: 'Always this' }).click()
  await page.getByRole('button', { name: 'Open the link' }).click()
  await expect(page.getByRole('button', { name: 'Close the link' })).toBeVisible()
  const link = () => api.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
  const { page: own } = await phone(browser, server)
  await own.goto((await link()).url)
  await own.getByLabel('Your name').fill('Bram Ostrowski')
  await own.getByLabel('E-mail').fill('bram@ostrowski.example')
  await own.getByRole('button', { name: 'Next' }).click()
  await own.getByLabel('Which mornings').fill('Tuesdays')
  await own.getByRole('button', { name: 'On to the paper' }).click()
  await own.waitForURL(/\/s\//)
  await own.goBack()
  await expect(own.getByLabel('Your name')).toHaveValue('Bram Ostrowski')
  await own.getByRole('button', { name: 'Next' }).click()
  await own.getByRole('button', { name: 'On to the paper' }).click()
  await own.waitForURL(/\/s\//)
  await expect(own.getByText('Tuesdays')).toBeVisible()
  const { answers } = await link()
  expect(answers).toHaveLength(1)
  // Closed meanwhile, it says so and takes nothing.
  await api.must('POST', `/api/standing-links/${id}/act`, { act: 'close' })
  await own.goto((await link()).url)
  await expect(own.getByText('This link is closed.')).toBeVisible()
})
