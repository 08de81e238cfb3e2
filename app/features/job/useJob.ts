import type { InjectionKey } from 'vue'
import type { JobView } from '~~/shared/jobs'

/** One job on the screen: what it shows, how it is changed, and what can be done with it. */
export async function useJob(id: string) {
  const job = ref<JobView | null>(null)
  const problem = ref('')
  const { busy, act } = useAct()
  const notices = useNotices()

  async function load(): Promise<void> {
    try {
      job.value = await api<JobView>(`/api/jobs/${id}`)
      problem.value = ''
    } catch (e) {
      problem.value = wordsOf(e)
    }
  }
  await load()

  /** Writes to the job at the version that is shown, and shows what it is then; a stale page is refreshed before it says so. */
  async function put(method: 'PATCH' | 'PUT', path: string, body: object): Promise<void> {
    try {
      const sent = { ...body, version: job.value!.version }
      job.value = await api<JobView>(`/api/jobs/${id}${path}`, { method, body: sent })
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

  const post = (path: string, body: object) => api(`/api/jobs/${id}${path}`, { method: 'POST', body }).then(load)
  const make = (kind: 'quote' | 'contract' | 'waiver', guestId?: string) =>
    act(async () => {
      const body = { kind, guestId, key: newKey() }
      const paper = await api<{ id: string }>(`/api/jobs/${id}/papers`, { method: 'POST', body })
      await navigateTo(`/papers/${paper.id}`)
    })

  return { job: job as Ref<JobView>, problem, busy, load, put, set, act, post, make }
}

export type JobOnScreen = Awaited<ReturnType<typeof useJob>>
export const JOB: InjectionKey<JobOnScreen> = Symbol('job')
/** The job of the page, for the parts of it. */
export const useThisJob = (): JobOnScreen => inject(JOB)!
