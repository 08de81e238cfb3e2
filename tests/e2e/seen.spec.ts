import { inDays, jobOf, mailsTo, makeJob } from '../support/line'
import { until } from '../support/server'
import type { PersonView } from '../../shared/out/person'
import { accessible, expect, signIn, test } from './support'

test('somebody is added, gets a page, is taken for one with another and told apart again', async ({ page, api }) => {
  await signIn(page)
  const { id: twin } = await api.must<{ id: string }>('POST', '/api/contacts', {
    name: 'Wren Ashby',
    phone: '01632 960 111',
  })
  await test.step('by hand', async () => {
    await page.goto('/people')
    await page.getByRole('heading', { name: 'People' }).waitFor()
    await page.keyboard.press('n')
    const dialog = page.getByRole('dialog', { name: 'Someone new' })
    await dialog.getByLabel('Name').fill('Wren Ashby-Lund')
    await dialog.getByLabel('E-mail').fill('wren@ashby.example')
    await dialog.getByRole('button', { name: 'Add Wren Ashby-Lund' }).click()
    await expect(page.getByRole('heading', { name: 'Wren Ashby-Lund' })).toBeVisible()
    await accessible(page)
  })
  const id = page.url().split('/').at(-1)!
  await test.step('what was agreed is written down and taken back', async () => {
    await page.getByRole('button', { name: 'A consent' }).click()
    const dialog = page.getByRole('dialog', { name: 'What they agreed to' })
    await dialog.getByLabel('What', { exact: true }).fill('Pictures may be shown')
    await dialog.getByRole('button', { name: 'Write it down' }).click()
    await page.getByRole('button', { name: 'Pictures may be shown: taken back' }).click()
    await expect(page.getByText('taken back', { exact: false }).first()).toBeVisible()
    await page.getByRole('button', { name: 'A note' }).click()
    await page.getByLabel('For the business only').fill('Rings after six')
    await page.getByRole('button', { name: 'Keep the note' }).click()
    await expect(page.getByText('Maren Fosse: Rings after six')).toBeVisible()
  })
  await test.step('two are one, and two again', async () => {
    await page.getByRole('button', { name: 'Same person as…' }).click()
    const dialog = page.getByRole('dialog', { name: /Who is the same as/ })
    await dialog.getByLabel('The other record').fill('Wren Ashby')
    await dialog.getByRole('option', { name: 'Wren Ashby', exact: true }).click()
    await expect(dialog.getByText('It can be undone for 30 days.')).toBeVisible()
    await accessible(page)
    await dialog.getByRole('button', { name: 'They are one' }).click()
    const view = () => api.must<PersonView>('GET', `/api/contacts/${id}`)
    await until(view, (v) => v.person.phone === '01632 960 111')
    await page.getByRole('button', { name: 'Tell them apart' }).click()
    await until(view, (v) => v.merged.length === 0 && v.person.phone === '')
    expect((await api.must<PersonView>('GET', `/api/contacts/${twin}`)).mergedInto).toBeNull()
  })
})

test('a client’s own page opens by a code, in one’s hand, and takes a question', async ({ page, api, browser }) => {
  await signIn(page)
  const job = await makeJob(api, { title: 'Own weekend' })
  const client = (await jobOf(api, job.id)).client!
  await page.goto(`/people/${client.id}`)
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByText(`It goes to ${client.email}.`)).toBeVisible()
  const mail = await until(
    () => mailsTo(api, client.email),
    (m) => m.some((x) => x.text.includes('/own/')),
  )
  const token = /\/own\/([\w-]{43})/.exec(mail.find((m) => m.text.includes('/own/'))!.text)![1]!
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } })
  const theirs = await phone.newPage()
  await theirs.goto(`${api.server.origin}/own/${token}`)
  await expect(theirs.getByRole('heading', { name: 'Show that it is you' })).toBeVisible()
  await theirs.getByRole('button', { name: 'Send me the code' }).click()
  const coded = await until(
    () => mailsTo(api, client.email),
    (m) => m.some((x) => /\b\d{6}\b/.test(x.text)),
  )
  await theirs.getByLabel('The code').fill(/\b(\d{6})\b/.exec(coded.find((m) => /\b\d{6}\b/.test(m.text))!.text)![1]!)
  await theirs.getByRole('button', { name: 'Open my page' }).click()
  await expect(theirs.getByText('for Petra Holm')).toBeVisible()
  await accessible(theirs)
  await theirs.getByRole('button', { name: 'Ask us something' }).click()
  await theirs.getByLabel('Your question').fill('May the dog come?')
  await theirs.getByRole('button', { name: 'Send it' }).click()
  await expect(theirs.getByText('Your question is with us.')).toBeVisible()
  await theirs.reload()
  await expect(theirs.getByText('May the dog come?')).toBeVisible()
  await phone.close()
  await test.step('which is told here', async () => {
    await page.goto('/notices')
    await page.getByRole('link', { name: 'A question from Petra Holm' }).first().click()
    await expect(page).toHaveURL(new RegExp(`/people/${client.id}`))
    await expect(page.getByText('May the dog come?')).toBeVisible()
  })
})

test('a job is moved by keys, with what that touches shown first, and back', async ({ page, api }) => {
  await signIn(page)
  const { id } = await makeJob(api, { title: 'Movable feast', starts: `${inDays(40)}T12:00`, ends: null })
  await page.goto(`/jobs/calendar?as=month&on=${inDays(40)}`)
  const one = page.locator(`[data-job="${id}"]`).first()
  await expect(one).toBeVisible()
  await accessible(page)
  await one.focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByText('One day later. Before it is moved:')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('Before it is moved:')).toBeHidden()
  await one.focus()
  await page.keyboard.press('ArrowLeft')
  await page.getByRole('button', { name: 'Move it, tell nobody' }).click()
  await until(
    () => jobOf(api, id),
    (j) => j.starts === `${inDays(39)}T12:00`,
  )
  await page.getByRole('button', { name: 'Undo' }).click()
  await until(
    () => jobOf(api, id),
    (j) => j.starts === `${inDays(40)}T12:00`,
  )
})

test('the pulse opens its lists, how we do opens its rows, and answers stand in a table', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/')
  await page.getByRole('link', { name: /^sent/ }).click()
  await expect(page.getByRole('heading', { name: 'Everything that happened' })).toBeVisible()
  await expect(page.getByRole('list', { name: 'What happened' }).getByRole('listitem').first()).toBeVisible()
  await accessible(page)
  await page.goto('/how')
  await page
    .getByRole('button', { name: /: \d+ sent$/ })
    .first()
    .click()
  await expect(page.getByRole('dialog').getByRole('link').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await accessible(page)
  const { templates } = await api.must<{ templates: { id: string; name: string; used: number }[] }>(
    'GET',
    '/api/library',
  )
  const hire = templates.find((t) => t.name === 'Hire agreement')!
  await page.goto(`/library/templates/${hire.id}/answers`)
  await expect(page.getByRole('heading', { name: 'Hire agreement: what was filled' })).toBeVisible()
  await page.getByRole('button', { name: 'What do the records say?' }).click()
  await expect(page.getByRole('heading', { name: 'Where records say otherwise' })).toBeVisible()
  await accessible(page)
})

test('a member says what they are told of', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/settings/notices')
  await page.getByRole('group', { name: 'Money' }).getByLabel('in the daily letter').check()
  await page.getByRole('group', { name: 'Money' }).getByLabel('by mail, at once').uncheck()
  await page.getByRole('button', { name: 'Keep this' }).click()
  await expect(page.getByText('Kept.')).toBeVisible()
  const { choices } = await api.must<{ choices: { money: string[] } }>('GET', '/api/notices/choices')
  expect(choices.money.toSorted()).toEqual(['daily', 'here'])
  await accessible(page)
})
