import type { StandingLinkView } from '../../shared/out/standing-links'
import { form } from '../support/flow'
import { jobOf, linkTo, makeJob } from '../support/line'
import { until } from '../support/server'
import { accessible, choose, expect, phone, signIn, signIt, test } from './support'

test('a form asked from a job names a neighbour, who signs too; the facts come home', async ({
  page,
  api,
  browser,
  server,
}) => {
  const { id: template } = await form(
    api,
    'You keep the key of {paper.house}.',
    [{ key: 'house', label: 'The house', type: 'text', required: true }],
    [
      { key: 'client', label: 'Client' },
      { key: 'neighbour', label: 'Neighbour' },
    ],
  )
  const { id } = await api.must<{ id: string }>('POST', '/api/standing-links', {
    name: 'Loan of a key',
    kindId: 'garden',
    templates: [template],
    settings: {
      questions: [
        { key: 'neighbour', type: 'name', label: 'Your neighbour' },
        { key: 'mailbox', type: 'email', label: 'Their mailbox' },
        { key: 'house', type: 'text', label: 'The house' },
      ],
      map: { [`${template} house`]: { from: 'question', key: 'house' } },
      home: { house: 'job.place' },
    },
  })
  const { id: job } = await makeJob(api, { title: 'Keys of the mill', place: '' })
  const link = () => api.must<StandingLinkView>('GET', `/api/standing-links/${id}`)
  await signIn(page)

  await test.step('the owner says whom the answers name, and what is written to them', async () => {
    await page.goto(`/library/links/${id}`)
    await expect(page.getByText(/wants a neighbour beside whoever opens the link/).first()).toBeVisible()
    await page.getByRole('button', { name: /^Signing/ }).click()
    await page.getByRole('button', { name: 'An answer names the Neighbour' }).click()
    await until(link, (l) => l.settings.named.length === 1)
    await expect(page.getByText('whoever comes, then neighbour')).toBeVisible()
    await page.getByRole('textbox', { name: /^Subject/ }).fill('The key of {The house}')
    await page.keyboard.press('Tab')
    await choose(page, 'They are reminded', 'every week')
    await accessible(page)
    const { settings, against } = await until(link, (l) => l.settings.reminders.kind === 'weekly')
    expect(settings).toMatchObject({
      subject: 'The key of {The house}',
      named: [{ party: 'neighbour', name: 'neighbour', email: 'mailbox', when: 'after' }],
    })
    expect(against).toEqual([])
  })

  const url = await test.step('and asks the client from the job, by a link that is handed over', async () => {
    await page.goto(`/jobs/${job}`)
    await page.getByRole('button', { name: 'A form to answer' }).click()
    await choose(page, 'Ask by', 'Loan of a key')
    await choose(page, 'How they get it', 'by a link I hand over')
    await accessible(page)
    await page.getByRole('button', { name: 'Ask them' }).click()
    return (await page.getByRole('link', { name: /\/o\// }).textContent())!
  })

  const ben = 'ben@ash.example'
  await test.step('the client answers on a phone, known by name, and signs', async () => {
    const { page: own } = await phone(browser, server)
    await own.goto(`${url}?house=Mill%20Lane%203`)
    await expect(own.getByText('Petra Holm')).toBeVisible()
    await expect(own.getByRole('textbox', { name: /Your name/ })).toBeHidden()
    await accessible(own)
    await own.getByRole('textbox', { name: /phone/i }).fill('01632 960 733')
    await own.getByRole('button', { name: /Next|On to/ }).click()
    await expect(own.getByRole('textbox', { name: 'The house' })).toHaveValue('Mill Lane 3')
    await own.getByRole('textbox', { name: 'Your neighbour' }).fill('Ben Ash')
    await own.getByRole('textbox', { name: 'Their mailbox' }).fill(ben)
    await own.getByRole('button', { name: /On to/ }).click()
    await signIt(own)
    await expect(own.getByRole('heading', { name: /Thank you/ })).toBeVisible()
  })

  await test.step('then the neighbour, who is written to in the owner’s words', async () => {
    const token = await linkTo(api, ben, /The key of Mill Lane 3/)
    const { page: theirs } = await phone(browser, server)
    await theirs.goto(`/s/${token}`)
    await signIt(theirs)
    const after = await until(
      () => jobOf(api, job),
      (j) => j.place !== '',
    )
    expect(after.place).toBe('Mill Lane 3')
    expect(after.papers).toMatchObject([{ title: 'Membership terms', state: 'signed' }])
  })
})
