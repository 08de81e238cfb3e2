import { type PlanPerson, type RoundPlan, planPerson } from '../../core/rounds/plan'
import type { PlanView } from '../../shared/rounds'
import type { Caller } from './caller'
import { makeJob, makePaper, paperOf } from './line'

export const planOf = (owner: Caller, paper: string) => owner.must<PlanView>('GET', `/api/papers/${paper}/plan`)

/** Changes the plan of a paper's round as the sending sheet does. */
export async function plan(
  owner: Caller,
  paper: string,
  change: (plan: RoundPlan, view: PlanView) => Partial<RoundPlan>,
): Promise<PlanView> {
  const view = await planOf(owner, paper)
  const next = { ...view.plan, ...change(view.plan, view) }
  return owner.must<PlanView>('PUT', `/api/papers/${paper}/plan`, { plan: next, version: view.version })
}

let count = 0
/** Somebody new in a plan. */
export function somebody(over: Partial<PlanPerson> & { name: string }): PlanPerson {
  count += 1
  const email = `${over.name.split(' ')[0]!.toLowerCase()}${Date.now().toString(36)}${count}@clients.example`
  return planPerson.parse({ key: `k${count}`, email, turn: 1, part: 'copy', ...over })
}

/** A contract whose client has what is given, not sent yet. */
export async function contractWith(owner: Caller, over: Partial<PlanPerson> = {}) {
  const job = await makeJob(owner)
  const paper = await makePaper(owner, job.id, 'contract')
  await plan(owner, paper, (p) => ({
    people: p.people.map((x) => (x.memberId ? x : { ...x, ...over })),
  }))
  return { ...job, paper }
}

type ManageStep = { do: string; [more: string]: unknown }
/** Does one thing to a round that is out. */
export const manage = async (owner: Caller, paper: string, step: ManageStep) =>
  owner.post(`/api/papers/${paper}/round`, {
    ...(step.do === 'revise' ? { seen: (await paperOf(owner, paper)).seen } : {}),
    ...step,
  })
/** Takes a step of the check inside the business, having looked at the paper. */
export const checkStep = async (member: Caller, paper: string, step: object) =>
  member.post(`/api/papers/${paper}/check`, { seen: (await paperOf(member, paper)).seen, ...step })
export const personIn = async (owner: Caller, paper: string, name: string) =>
  (await paperOf(owner, paper)).round!.people.filter((p) => p.name === name).at(-1)!
