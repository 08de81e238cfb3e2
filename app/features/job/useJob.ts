import { defineStore } from 'pinia'
import type { JobView } from '~~/shared/jobs'
import { useAct } from '../../composables/act'
import { ApiProblem, api, newKey } from '../../composables/api'
import { useNotices } from '../../composables/notices'
import { useOpened } from '../../composables/reading'

/** The job on the screen: what it shows, how it is changed, and what can be done with it. */
export const useJob = defineStore('job', () => {
  const { id, data: job, problem, open, load, take } = useOpened('job', (of) => api<JobView>(`/api/jobs/${of}`))
  const { busy, act } = useAct()
  const notices = useNotices()

  /** Writes to the job at the version that is shown, and shows what it is then; a stale page is refreshed before it says so. */
  async function put(method: 'PATCH' | 'PUT', path: string, body: object): Promise<void> {
    try {
      const sent = { ...body, version: job.value.version }
      take(await api<JobView>(`/api/jobs/${id.value}${path}`, { method, body: sent }))
    } catch (e) {
      if (e instanceof ApiProblem && e.code === 'stale') await load()
      throw e
    }
  }

  /** Saves facts and offers the way back. */
  async function set(facts: Record<string, unknown>, label: string, before: Record<string, unknown>): Promise<void> {
    await put('PATCH', '', { set: facts })
    notices.say(`Saved: ${label}.`, { undo: () => put('PATCH', '', { set: before }) })
  }

  /** Does something on the job and shows what it is then. */
  const post = (path: string, body: object): Promise<void> =>
    api(`/api/jobs/${id.value}${path}`, { method: 'POST', body }).then(load)
  /** Makes a paper of the job; its id. */
  async function makePaper(
    of: { kind: 'quote' | 'contract' | 'waiver'; guestId?: string } | { templateId: string; guestId?: string },
  ): Promise<string> {
    const made = await api<{ id: string }>(`/api/jobs/${id.value}/papers`, {
      method: 'POST',
      body: { ...of, key: newKey() },
    })
    return made.id
  }

  return { id, job, problem, busy, open, load, put, set, act, post, makePaper }
})
