import type { PaperView } from '~~/shared/papers'
import type { PlanView } from '~~/shared/rounds'
import type { JobView } from '~~/shared/jobs'
import type { useSession } from '../../composables/session'
import { api, newKey } from '../../composables/api'

/** Sends a paper to its client on this device, and hands it to them. Where the device goes then. */
export async function signHere(paper: string): Promise<string> {
  const { plan, version } = await api<PlanView>(`/api/papers/${paper}/plan`)
  const people = plan.people.map((p) => (p.memberId ? p : { ...p, reach: 'device' as const }))
  const kept = await api<PlanView>(`/api/papers/${paper}/plan`, {
    method: 'PUT',
    body: { plan: { ...plan, people }, version },
  })
  const { seen } = await api<PaperView>(`/api/papers/${paper}`)
  await api(`/api/papers/${paper}/send`, { method: 'POST', body: { seen, plan: kept.version, key: newKey() } })
  const { round } = await api<PaperView>(`/api/papers/${paper}`)
  const client = round!.people.find((p) => !p.member && ['asked', 'opened'].includes(p.status))
  if (!client) throw new Error('Somebody else is asked first. Go on from the paper itself.')
  const { path } = await api<{ path: string }>('/api/handover', { method: 'POST', body: { personId: client.id } })
  return path
}

/** Whether somebody may make an extra of a job now: it is agreed, and none waits to be signed. */
export const mayMakeExtra = (job: JobView, session: ReturnType<typeof useSession>): boolean =>
  session.may('papers') &&
  !!job.agreedOn &&
  !job.calledOff &&
  !job.papers.some((p) => p.kind === 'extra' && ['draft', 'out'].includes(p.state))
