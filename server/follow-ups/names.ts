import { askables } from '../../core/follow-ups/facts'
import type { Names } from '../../core/follow-ups/words'
import type { FactRule } from '../../core/facts/facts'
import { languages } from '../../core/text/language'
import { LANGUAGE_NAMES } from '../../shared/words'
import { db } from '../platform/db/client'
import { kinds, members, systems, templates } from '../platform/db/schema'
import { theBusiness } from '../records/business'
import { isNull } from 'drizzle-orm'

const PAPERS = { quote: 'a quote', contract: 'a contract', waiver: 'a waiver', form: 'a form', extra: 'an extra' }
const STAGES = { deposit: 'the deposit', balance: 'the balance', damage: 'the damage deposit' }
const FACTS = {
  title: 'the title',
  clientId: 'the client',
  starts: 'the start',
  ends: 'the end',
  place: 'the place',
  people: 'the number of people',
  notes: 'the notes',
  email: 'the e-mail address',
  phone: 'the phone',
  address: 'the address',
}

/** What everything a follow-up can name is called here. */
export async function namesHere(): Promise<Names & { facts: FactRule[] }> {
  const business = await theBusiness()
  const [kindRows, memberRows, templateRows, systemRows] = await Promise.all([
    db().select().from(kinds),
    db().select({ id: members.id, name: members.name }).from(members).where(isNull(members.removedAt)),
    db().select({ id: templates.id, name: templates.name }).from(templates),
    db().select({ id: systems.id, name: systems.name }).from(systems).where(isNull(systems.goneAt)),
  ])
  const facts = [...new Map(kindRows.flatMap((k) => k.settings.facts).map((f) => [f.key, f])).values()].map((f) =>
    f.type === 'person' ? { ...f, people: memberRows.map((m) => ({ ...m, gone: false })) } : f,
  )
  const stages = kindRows.flatMap((k) =>
    k.settings.plan.stages.map((s) => [s.key, `the ${s.label.toLowerCase()}`] as const),
  )
  const named = <T extends { id: string; name: string }>(rows: T[]) =>
    Object.fromEntries(rows.map((r) => [r.id, r.name]))
  return {
    askables: askables(
      kindRows.map((k) => ({ id: k.id, name: k.name })),
      languages.map((l) => ({ value: l, label: LANGUAGE_NAMES[l] })),
      facts,
    ),
    of: {
      ...Object.fromEntries(stages),
      ...STAGES,
      ...PAPERS,
      ...FACTS,
      ...Object.fromEntries(facts.map((f) => [`fact.${f.key}`, `“${f.label}”`])),
      ...Object.fromEntries(templateRows.map((t) => [`t:${t.id}`, `“${t.name}”`])),
    },
    members: named(memberRows),
    templates: named(templateRows),
    systems: named(systemRows),
    kinds: named(kindRows.map((k) => ({ id: k.id, name: k.name }))),
    currency: business.currency,
    locale: business.settings.locale,
    facts,
  }
}
