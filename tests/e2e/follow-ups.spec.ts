import type { FollowUpsView, RunsView } from '../../shared/out/follow-ups'
import type { SystemsView } from '../../shared/out/systems'
import type { TasksView } from '../../shared/out/tasks'
import { jobOf, mailsTo, makeJob, makePaper, send } from '../support/line'
import { until } from '../support/server'
import { accessible, choose, expect, signIn, test } from './support'

test('a follow-up is written as a sentence, tried, kept, followed once and undone', async ({ page, api }) => {
  const { id } = await makeJob(api, { title: 'Sentence hill' })
  await signIn(page)
  await page.goto('/settings/follow-ups')
  await expect(page.getByRole('heading', { name: 'What happens by itself' })).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: 'Write one' }).click()

  await expect(page.getByText(/Once it is whole it is tried on past jobs/)).toBeVisible()
  await test.step('when, and if, then: each a choice', async () => {
    await choose(page, 'Of what', 'the tag “regular”')
    await choose(page, 'What occurs', 'put on')
    await page.getByRole('button', { name: 'and if…' }).click()
    await choose(page, 'What and looks at', 'the number of people')
    await page.getByRole('spinbutton', { name: 'Number' }).fill('10')
    await page.keyboard.press('Tab')
    await page.getByRole('button', { name: 'Then…' }).click()
    await page.getByRole('textbox', { name: 'The task' }).fill('Ring {client}')
    await page.getByRole('button', { name: 'And then…' }).click()
    await choose(page.getByRole('listitem', { name: 'Step 2' }), 'What is done', 'note in the calendar')
    await expect(page.getByText(/on the last 90 days: /)).toBeVisible()
    await accessible(page)
  })

  await test.step('what nothing stands for is said, and nothing typed is lost', async () => {
    await page.getByRole('textbox', { name: 'The task' }).fill('Ring {nobody}')
    await page.getByRole('button', { name: 'Keep this' }).click()
    await expect(page.getByRole('alert').filter({ hasText: 'Nothing stands for {nobody}.' }).first()).toBeVisible()
    await page.getByRole('textbox', { name: 'The task' }).fill('Ring {client}')
    await page.getByRole('button', { name: 'Keep this' }).click()
    await expect(page).toHaveURL(/\/settings\/follow-ups\/[\w-]{10,}$/)
  })
  const view = await api.must<FollowUpsView>('GET', '/api/follow-ups')
  const kept = view.rows.find((r) => r.when.of === 'regular')!
  expect(kept).toMatchObject({
    if: [[{ fact: 'job.people', is: 'above', value: '10' }]],
    steps: [{ act: { words: 'Ring {client}' } }, { act: { do: 'entry' } }],
  })

  await test.step('it is followed, told on its page, undone there', async () => {
    await api.must('PUT', `/api/jobs/${id}/tags`, { tags: ['regular'] })
    await until(
      () => api.must<RunsView>('GET', `/api/follow-ups/runs?job=${id}`),
      (r) => r.rows[0]?.steps.every((s) => s.state === 'done') ?? false,
    )
    await page.reload()
    const did = page.getByRole('list', { name: 'What it did', exact: true })
    await expect(did.getByText(/Task for whoever has time: Ring Petra Holm/)).toBeVisible()
    await accessible(page)
    await did.getByRole('button', { name: 'Undo it' }).first().click()
    await expect(did.getByText(/: undone/)).toBeVisible()
    expect((await api.must<TasksView>('GET', `/api/tasks?job=${id}`)).tasks).toEqual([])
  })

  await test.step('switched off and on again in the list', async () => {
    await page.goto('/settings/follow-ups')
    await page.getByRole('switch', { name: `${kept.title} is on` }).click()
    await expect(page.getByText(/is off\. What waited is stopped\./)).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await until(
      () => api.must<FollowUpsView>('GET', '/api/follow-ups'),
      (v) => v.rows.find((r) => r.id === kept.id)!.on,
    )
  })
})

test('another system is added, tried and told; a token is made, shown once, taken back', async ({ page, api }) => {
  await signIn(page)
  await page.goto('/settings/systems')
  await page.getByRole('button', { name: 'Add a system' }).click()
  await page.getByRole('button', { name: 'Use the neighbour that stands in for one' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page.getByTestId('secret')).toHaveText(/^whsec_/)
  await page.getByRole('button', { name: 'I have kept it' }).click()
  await page.getByRole('button', { name: 'Try it' }).click()
  await expect(page.getByText(/It answered 200 in \d+ ms\./)).toBeVisible()
  expect((await api.must<SystemsView>('GET', '/api/systems')).rows.map((s) => s.name)).toContain('The neighbour')
  await accessible(page)

  await page.getByRole('button', { name: 'Make a token' }).click()
  await page.getByRole('textbox', { name: 'What it is for' }).fill('The board')
  await accessible(page)
  await page.getByRole('button', { name: 'Make it' }).click()
  const token = await page.getByTestId('token').textContent()
  expect((await fetch(`${api.server.origin}/api/tags`, { headers: { authorization: `Bearer ${token}` } })).status).toBe(
    200,
  )
  await page.getByRole('button', { name: 'I have kept it' }).click()
  await page.getByRole('button', { name: 'Take back' }).click()
  await page.getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByText('Taken back. It opens nothing any more.')).toBeVisible()
  expect((await fetch(`${api.server.origin}/api/tags`, { headers: { authorization: `Bearer ${token}` } })).status).toBe(
    401,
  )

  await page.goto('/settings/api')
  await page.getByRole('searchbox', { name: 'Find a route' }).fill('/api/jobs/{id}/tags')
  await page.getByRole('button', { name: 'Open put /api/jobs/{id}/tags' }).click()
  await expect(page.getByText('"tags"').first()).toBeVisible()
  await accessible(page)
})

test('an answer comes in by the mailbox that stands in; a calendar has a private address', async ({ page, api }) => {
  const job = await makeJob(api, { title: 'Answered hill' })
  await send(api, await makePaper(api, job.id, 'quote'))
  await until(
    () => mailsTo(api, job.email),
    (m) => m.length > 0,
  )
  await signIn(page)
  await page.goto('/post')
  await page.getByRole('button', { name: job.email }).first().click()
  await page.getByRole('button', { name: `Answer it as ${job.email}` }).click()
  await page.getByRole('textbox', { name: 'The answer' }).fill('Sunday suits us better')
  await accessible(page)
  await page.getByRole('button', { name: 'Send the answer' }).click()
  await until(
    () => jobOf(api, job.id),
    (j) => j.thread.some((t) => t.detail === 'Sunday suits us better'),
  )
  await page.goto('/settings/me')
  await page.getByRole('button', { name: 'Make its address' }).click()
  const address = page.getByRole('textbox', { name: 'Its private address' })
  await expect(address).toHaveValue(/\/api\/calendar\/[\w-]{43}$/)
  expect(await (await fetch(await address.inputValue())).text()).toContain('SUMMARY:Answered hill')
  await accessible(page)
})
