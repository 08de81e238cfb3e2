import { type RoundPlan, holdersOf } from '../../../core/rounds/plan'
import { hasStandin } from '../../platform/config'
import { canMail, canText } from '../../gateways/mail'
import type { PlanView } from '../../../shared/rounds'
import { Problem } from '../../platform/problem'

/** Refuses ways to reach people, and proofs, that there are no means for here. */
export async function insistOnReach(plan: RoundPlan): Promise<void> {
  const { text, identity } = await meansHere()
  for (const p of holdersOf(plan.people)) {
    if (p.part === 'check') continue
    if (!text && (p.reach === 'text' || p.reach === 'both'))
      throw new Problem('not-now', `Texts can’t be sent from here. Reach ${p.name} another way. Nothing was sent.`)
    if (!text && p.proof.kind === 'one-time' && p.proof.by === 'text')
      throw new Problem(
        'not-now',
        `Texts can’t be sent from here. Have ${p.name} prove who they are another way. Nothing was sent.`,
      )
    if (!identity && p.proof.kind === 'document')
      throw new Problem(
        'not-now',
        `Documents can’t be checked here. Have ${p.name} prove who they are another way. Nothing was sent.`,
      )
  }
}

/** By what people can be reached and proved here. */
export const meansHere = async (): Promise<PlanView['means']> => ({
  mail: await canMail(),
  text: await canText(),
  identity: hasStandin('identity'),
})
