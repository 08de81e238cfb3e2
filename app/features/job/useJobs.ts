import { defineStore } from 'pinia'
import { reactive } from 'vue'
import type { JobPage, JobRow } from '~~/shared/jobs'
import { api } from '../../composables/api'
import { useRows } from '../../composables/reading'

/** What jobs are looked for by: each part stands in the address of the list. */
export interface JobFilter {
  when: 'coming' | 'past'
  kind: string
  notReady: string
  stop: string
  find: string
  /** What they stand in order by: their day where nothing is said; `down` is the other way round. */
  sort: string
  down: string
}
const ANY: JobFilter = { when: 'coming', kind: '', notReady: '', stop: '', find: '', sort: '', down: '' }

/** The list of jobs, as it is looked for. */
export const useJobs = defineStore('jobs', () => {
  const filter = reactive<JobFilter>({ ...ANY })
  const asked = () => Object.fromEntries(Object.entries(filter).filter(([, v]) => v))
  const list = useRows<JobRow, JobPage>(
    () => ['jobs', asked()],
    (after) => api<JobPage>('/api/jobs', { query: { ...asked(), limit: 40, ...(after ? { after } : {}) } }),
  )
  /** Looks for jobs as an address says it; what it doesn't say is any. */
  const look = (by: Record<string, unknown>): void => {
    for (const key of Object.keys(ANY) as (keyof JobFilter)[]) filter[key] = String(by[key] ?? ANY[key]) as never
  }
  return { filter, look, ...list }
})
