import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { type PutOff, putOff } from '~~/core/tasks/tasks'
import type { TaskView, TasksView } from '~~/shared/out/tasks'
import { api, newKey } from '../../composables/api'
import { useReading } from '../../composables/reading'

/** What there is to do: one's own, everybody's, or that of a job; and what is done about it. */
export const useTasks = defineStore('tasks', () => {
  const whose = ref<'mine' | 'all'>('mine')
  /** The job they are of; empty on Today. */
  const job = ref('')
  const reading = useReading('tasks', () =>
    api<TasksView>('/api/tasks', { query: job.value ? { job: job.value } : { whose: whose.value } }),
  )
  const tasks = computed(() => reading.data.value?.tasks ?? [])
  const today = computed(() => reading.data.value?.today ?? '')
  async function show(of: { whose: 'mine' | 'all' } | { job: string }): Promise<void> {
    job.value = 'job' in of ? of.job : ''
    if ('whose' in of) whose.value = of.whose
    await reading.load()
  }
  async function send(method: 'POST' | 'PATCH', path: string, body: object): Promise<void> {
    await api(`/api/tasks${path}`, { method, body })
    await reading.load()
  }
  const give = (task: object) => send('POST', '', { ...task, key: newKey() })
  const change = ({ id }: Pick<TaskView, 'id'>, body: object) => send('PATCH', `/${id}`, body)
  const done = ({ id }: Pick<TaskView, 'id'>, is: boolean) => send('POST', `/${id}/done`, { done: is })
  const later = (task: TaskView, by: PutOff) => change(task, { day: putOff(task.day, by, today.value) })
  return { ...reading, whose, job, tasks, today, show, give, change, done, later }
})
