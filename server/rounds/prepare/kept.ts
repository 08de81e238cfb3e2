import { eq } from 'drizzle-orm'
import { type RoundPlan, planPerson, inTurns } from '../../../core/rounds/plan'
import type { Paper } from '../../records/paper'
import type { Db } from '../../platform/db/client'
import { templates, members, contacts } from '../../platform/db/schema'
import { newId } from '../../platform/ids'

/** A plan with what the template of its paper keeps from a round before. */
export async function asKept(tx: Db, paper: Paper, plan: RoundPlan): Promise<RoundPlan> {
  const [template] = paper.templateId
    ? await tx.select({ round: templates.round }).from(templates).where(eq(templates.id, paper.templateId))
    : []
  const round = template?.round
  if (!round) return plan
  const kept = plan.people.map((p) => {
    const settings = round.parties[p.stands[0]?.party ?? '']
    if (!settings) return p
    // Somebody without an address can't be reached as the last one was.
    const reach =
      settings.reach === 'email' && !p.email
        ? p.reach
        : settings.reach === 'text' && !p.phone
          ? p.reach
          : settings.reach
    return { ...p, ...settings, reach: p.memberId ? p.reach : reach, part: p.part }
  })
  for (const o of round.others) {
    const [who] = o.memberId
      ? await tx.select({ name: members.name, email: members.email }).from(members).where(eq(members.id, o.memberId))
      : await tx
          .select({ name: contacts.name, email: contacts.email })
          .from(contacts)
          .where(eq(contacts.id, o.contactId!))
    if (!who) continue
    const of = o.of ? (kept.find((p) => p.stands.some((s) => s.party === o.of))?.key ?? null) : null
    kept.push(planPerson.parse({ ...o, ...who, key: newId(), of }))
  }
  const { deadline, reminders, consent } = round
  return { ...plan, people: inTurns(kept), deadline, reminders, consent }
}
