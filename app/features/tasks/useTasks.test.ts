import { describe, expect, it } from 'vitest'
import type { TaskView } from '~~/shared/out/tasks'
import { freshStores } from '../../../tests/support/stores'
import { useTasks } from './useTasks'

const task = (id: string, day: string | null) => ({ id, words: id, day, doneAt: null }) as TaskView
async function followed(of = '') {
  const server = freshStores({
    'GET /api/tasks': () => ({ today: '2026-06-14', tasks: [task('a', '2026-06-10'), task('b', null)], open: [] }),
    'POST /api/tasks': () => ({ id: 'c' }),
    'PATCH /api/tasks/*': () => ({ ok: true }),
    'POST /api/tasks/*/done': () => ({ ok: true }),
  })
  const tasks = useTasks()
  tasks.job = of
  server.inPage(() => tasks.follow())
  await tasks.load()
  return { tasks, ...server }
}

describe('tasks on a screen', () => {
  it('are one’s own until everybody’s are asked for, or those of a job', async () => {
    const { tasks, sent } = await followed()
    await tasks.show({ whose: 'all' })
    await tasks.show({ job: 'j' })
    const asked = sent('GET').map((a) => a.query)
    expect(asked).toContainEqual({ whose: 'mine' })
    expect(asked).toContainEqual({ whose: 'all' })
    expect(asked.at(-1)).toEqual({ job: 'j' })
  })
  it('are put off from today where their day has passed or there is none, and read anew', async () => {
    const { tasks, sent } = await followed()
    await tasks.later(tasks.tasks[0]!, 'tomorrow')
    await tasks.later(tasks.tasks[1]!, 'a week')
    expect(sent('PATCH').map((a) => [a.path, a.body])).toEqual([
      ['/api/tasks/a', { day: '2026-06-15' }],
      ['/api/tasks/b', { day: '2026-06-21' }],
    ])
    const before = sent('GET').length
    await tasks.done(tasks.tasks[0]!, true)
    expect(sent('GET').length).toBeGreaterThan(before)
  })
  it('are given with a key of their own, so that the same sent again is one', async () => {
    const { tasks, sent } = await followed('j')
    await tasks.give({ words: 'x', jobId: 'j' })
    await tasks.give({ words: 'x', jobId: 'j' })
    const keys = sent('POST').map((a) => (a.body as { key: string }).key)
    expect(new Set(keys).size).toBe(2)
    expect(keys.every(Boolean)).toBe(true)
  })
})
