import type { TasksView } from '../../shared/out/tasks'
import { jobOf, makeJob } from '../support/line'
import { until } from '../support/server'
import { accessible, choose, expect, signIn, test } from './support'

test('a task is given on a job, put off, handed on and done on Today; tags find jobs and people', async ({
  page,
  api,
}) => {
  const { id } = await makeJob(api, { title: 'Harbour weekend' })
  const tasks = () => api.must<TasksView>('GET', `/api/tasks?job=${id}`)
  await signIn(page)

  await test.step('on the job: what, by when, whose', async () => {
    await page.goto(`/jobs/${id}`)
    await page.getByRole('button', { name: 'A task', exact: true }).click()
    await page.getByRole('textbox', { name: 'What is to be done' }).fill('Load the van')
    await choose(page, 'Whose', /Maren Fosse/)
    await accessible(page)
    await page.getByRole('button', { name: 'Give the task' }).click()
    const mine = page.getByRole('list', { name: 'To do on this job' })
    await expect(mine.getByText('Load the van')).toBeVisible()
    await page.getByRole('button', { name: 'Put off or hand on: Load the van' }).click()
    await accessible(page)
    await page.getByRole('menuitem', { name: 'Put off by a week' }).click()
    await until(tasks, (t) => t.tasks[0]?.day !== null)
  })

  await test.step('a tag is put on, found in the list, taken off', async () => {
    await page.getByRole('button', { name: 'Put a tag on' }).click()
    await page.getByPlaceholder('a word').fill('Returning')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Take the tag “Returning” off' })).toBeVisible()
    expect((await jobOf(api, id)).tags).toEqual(['Returning'])
    await accessible(page)
    await page.goto('/jobs')
    await choose(page, 'Tag', /Returning/)
    await expect(page.getByRole('link', { name: 'Harbour weekend' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'Orchard weekend' })).toBeHidden()
    await accessible(page)
  })

  await test.step('on Today it is done, and not done after all', async () => {
    await page.goto('/')
    const todo = page.getByRole('list', { name: 'To do', exact: true })
    await expect(todo.getByRole('link', { name: 'Load the van' })).toBeVisible()
    await accessible(page)
    await page.getByRole('button', { name: 'Done: Load the van' }).click()
    await expect(todo.getByRole('link', { name: 'Load the van' })).toBeHidden()
    expect((await tasks()).tasks[0]).toMatchObject({ doneBy: 'Maren Fosse' })
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(todo.getByRole('link', { name: 'Load the van' })).toBeVisible()
  })

  await test.step('a person has tags, too', async () => {
    await page.goto('/people?find=Ines')
    await page.getByRole('link', { name: /Ines/ }).first().click()
    await page.getByRole('button', { name: 'Put a tag on' }).click()
    await page.getByPlaceholder('a word').fill('Press')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('button', { name: 'Take the tag “Press” off' })).toBeVisible()
    const found = await api.must<{ name: string }[]>('GET', '/api/contacts?tag=press')
    expect(found.map((c) => c.name)).toEqual([expect.stringContaining('Ines')])
  })
})
