import { defineStore } from 'pinia'
import type { JobPage, JobRow } from '~~/shared/jobs'
import { api } from '../../composables/api'
import { useFilter } from '../../composables/filtering'
import { useRows } from '../../composables/reading'

/** What jobs are looked for by. */
const ANY = { when: 'coming', kind: '', notReady: '', stop: '', tag: '', find: '', sort: '', down: '' }

/** The list of jobs, as it is looked for. */
export const useJobs = defineStore('jobs', () => {
  const { filter, asked, address, look } = useFilter(ANY)
  const list = useRows<JobRow, JobPage>(
    () => ['jobs', asked()],
    (after) => api<JobPage>('/api/jobs', { query: { ...asked(), limit: 40, ...(after ? { after } : {}) } }),
  )
  return { filter, look, address, ...list }
})
