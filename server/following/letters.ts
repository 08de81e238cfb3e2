import { and, eq, inArray, isNull } from 'drizzle-orm'
import type { Act } from '../../core/follow-ups/model'
import { withValues } from '../../core/follow-ups/values'
import { isMail } from '../../core/fields/mail'
import { whoseTurn } from '../../core/rounds/rounds'
import type { Language } from '../../core/text/language'
import { listIn } from '../../shared/words'
import { SYSTEM } from '../chain/record'
import { latestRounds } from '../chain/state'
import { roundOfPaper } from '../chain/round'
import { db } from '../platform/db/client'
import { contacts, members, papers, roundPeople } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { enqueue } from '../queue/outbox'
import { nudgeIn } from '../rounds/manage/nudge'
import { valuesOf } from '../follow-ups/facts'
import type { Doing, Done } from './done'

interface Recipient {
  id: string
  name: string
  email: string
  phone: string
  language: Language
}

/** Papers of the job that are out, of a kind or any. */
const papersOut = async (jobId: string, kind: string) =>
  (
    await db()
      .select()
      .from(papers)
      .where(and(eq(papers.jobId, jobId), eq(papers.state, 'out')))
  ).filter((p) => !kind || p.kind === kind)

async function recipientsOf(act: Extract<Act, { do: 'message' }>, d: Doing): Promise<Recipient[]> {
  const { loaded, contact, business } = d.subject
  const house = business.settings.language
  const asContact = (c: typeof contacts.$inferSelect): Recipient => ({ ...c, language: c.language ?? house })
  switch (act.to) {
    case 'client':
      return loaded?.client ? [asContact(loaded.client)] : contact ? [asContact(contact)] : []
    case 'guests':
      return (loaded?.guests ?? []).map(asContact)
    case 'unsigned': {
      const out = loaded ? await papersOut(loaded.job.id, '') : []
      const rounds = await latestRounds(out.map((p) => p.id))
      const ids = [...rounds.values()].flatMap((r) => whoseTurn(r.state).map((p) => p.id))
      if (!ids.length) return []
      const people = await db()
        .select({ contact: contacts })
        .from(roundPeople)
        .innerJoin(contacts, eq(contacts.id, roundPeople.contactId))
        .where(inArray(roundPeople.id, ids))
      return [...new Map(people.map((p) => [p.contact.id, asContact(p.contact)])).values()]
    }
    case 'owner':
    case 'member': {
      const who = act.to === 'owner' ? eq(members.role, 'owner') : eq(members.id, act.member)
      const rows = await db()
        .select()
        .from(members)
        .where(and(who, isNull(members.removedAt)))
      if (!rows.length) throw new Problem('not-now', 'They don’t work here any more. Choose somebody else.')
      return rows.map((m) => ({ id: m.id, name: m.name, email: m.email, phone: '', language: 'en' }))
    }
    case 'address': {
      const address = withValues(act.address, d.values).trim()
      if (act.by === 'mail' && !isMail(address)) throw new Problem('invalid', `“${address}” is not an e-mail address.`)
      return [{ id: address, name: address, email: address, phone: address, language: house }]
    }
  }
}

/** Writes to somebody, in their language where the words are there in it. */
export async function sendMessage(act: Extract<Act, { do: 'message' }>, d: Doing): Promise<Done> {
  const all = await recipientsOf(act, d)
  if (!all.length) return { left: 'There is nobody to tell.' }
  const reached = all.filter((r) => (act.by === 'mail' ? r.email : r.phone))
  if (!reached.length) {
    const what = act.by === 'mail' ? 'e-mail address' : 'phone number'
    throw new Problem(
      'not-now',
      `There is no ${what} of ${listIn(
        'en',
        all.map((r) => r.name),
      )}.`,
    )
  }
  for (const r of reached) {
    const said = act.others.find((o) => o.language === r.language) ?? act
    const values = valuesOf(d.subject, r.language)
    await enqueue('mail.follow-up', `follow:${d.key}:${r.id}`, {
      jobId: d.subject.loaded?.job.id ?? null,
      by: act.by,
      to: act.by === 'mail' ? r.email : r.phone,
      language: r.language,
      subject: withValues(said.subject, values).slice(0, 300),
      words: withValues(said.words, values).slice(0, 6000),
    })
  }
  return {
    did: `Told ${listIn(
      'en',
      reached.map((r) => r.name.slice(0, 80)),
    )} by ${act.by}`,
    made: { what: 'sent' },
  }
}

/** Asks whoever hasn't signed once more. */
export async function remindUnsigned(act: Extract<Act, { do: 'remind' }>, d: Doing): Promise<Done> {
  const { loaded } = d.subject
  if (!loaded) return { left: 'It is of no job.' }
  const out = await papersOut(loaded.job.id, act.of)
  const names = new Set<string>()
  const why = new Set<string>()
  const seen = new Set<string>()
  for (const paper of out) {
    const round = await roundOfPaper(paper.id)
    if (seen.has(round.id)) continue
    seen.add(round.id)
    try {
      for (const name of await nudgeIn(round, { do: 'nudge', quiet: true }, SYSTEM)) names.add(name)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      why.add(error.message)
    }
  }
  if (names.size) return { did: `Asked ${listIn('en', [...names])} again`, made: { what: 'sent' } }
  return { left: [...why][0] ?? 'Nothing of that kind is out.' }
}
