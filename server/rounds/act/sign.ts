import { eq } from 'drizzle-orm'
import type { Language } from '../../../core/text/language'
import { checkFields, evaluateGiven, isTheirs, mayChoose } from '../../../core/fields/check'
import { fitsPattern } from '../../../core/fields/patterns'
import { refuse } from '../../../core/rounds/refuse'
import { applyChoices } from '../../../core/pricing/choices'
import { sha256Hex } from '../../../core/evidence/chain'
import { canonical, wellFormed, type Json } from '../../../core/evidence/canonical'
import { titlesIn } from '../../../shared/words/titles'
import { EMPTY_DRAFT } from '../../../shared/draft'
import { CONSENT, type SignerDraft } from '../../../shared/signing'
import { now, today } from '../../platform/clock'
import { saysIn } from '../../../shared/words/says'
import { consentWords } from '../../../shared/words'
import { write } from '../../platform/db/client'
import { jobs, roundPapers, roundPeople, rounds } from '../../platform/db/schema'
import { Problem } from '../../platform/problem'
import { theBusiness } from '../../records/business'
import { note } from '../../standing/thread'
import type { LinkHolder } from '../../chain/links'
import { actorOf, record } from '../../chain/record'
import { aroundOf } from '../../../core/fields/around'
import { carryOut } from '../after/carry-out'
import { papersFor } from '../../chain/papers'
import { strangeFiles } from './uploads'
import { agreedFor, roundState } from '../../chain/state'
import { hostOf } from './host'

const wellFormedDraft = (d: SignerDraft): SignerDraft =>
  JSON.parse(JSON.stringify(d), (_, v: unknown) => (typeof v === 'string' ? wellFormed(v) : v)) as SignerDraft

const CHANNEL: Record<LinkHolder['channel'], string> = {
  email: 'by a link sent by e-mail',
  text: 'by a link sent as a text',
  link: 'by a link that was handed over',
  standing: 'by a standing link',
  device: 'in person, on the business’s device',
  member: 'signed in as a member of the business',
  drawing: 'on their phone',
}

/**
 * A person signs: what they filled is checked against the frozen versions, recorded in the chain, and what follows is set
 * going, all in one transaction. Signing again says so and changes nothing.
 */
export async function finishPart(
  holder: LinkHolder,
  given: SignerDraft,
  basedOn: number,
  from: { ip: string; device: string },
  more: { further: boolean; language: Language } = { further: false, language: 'en' },
): Promise<{ already: boolean }> {
  const { person } = holder
  const draft = wellFormedDraft({ ...EMPTY_DRAFT, ...given })
  const list = await papersFor(person)
  const business = await theBusiness()
  return write(async (tx) => {
    const [row] = await tx.select().from(roundPeople).where(eq(roundPeople.id, person.id))
    const state = await roundState(person.roundId)
    const me = state.people.find((p) => p.id === person.id)
    if (me?.status === 'done') return { already: true }
    if (state.status === 'out' && row!.draftVersion !== basedOn)
      throw new Problem(
        'stale',
        'You have filled this in another window or on another device; look it over and sign again.',
        {},
        { draft: row!.draft, version: row!.draftVersion },
      )
    const [round] = await tx.select().from(rounds).where(eq(rounds.id, person.roundId))
    const [job] = await tx.select({ calledOff: jobs.calledOff }).from(jobs).where(eq(jobs.id, round!.jobId))
    if (job?.calledOff) throw new Problem('not-now', `${business.name} has called this off. There is nothing to sign.`)
    // What was corrected since they opened it has to be read first.
    const current = await tx
      .select({ id: roundPapers.versionId })
      .from(roundPapers)
      .where(eq(roundPapers.roundId, person.roundId))
    if (list.some((p) => !current.some((c) => c.id === p.version.id)))
      throw new Problem('stale', 'The sender has just corrected this. Look it over once more, then sign.', {}, {})
    const placed = list.flatMap((p) => p.version.fields)
    const open = list.find((p) => p.version.figures?.open)?.version.figures
    const day = today(business.timeZone)
    const around = aroundOf(await agreedFor(person.roundId), person.fields, placed)
    const problems: { key: string; message: string }[] = checkFields(
      row!.fields,
      person.party,
      draft,
      day,
      fitsPattern,
      around,
    )
    if (open && mayChoose(row!.fields, person.party)) problems.push(...applyChoices(open.pricing.lines, draft).problems)
    else if (Object.keys(draft.taken).length + Object.keys(draft.quantities).length > 0)
      problems.push({ key: 'taken', message: 'There is nothing to choose on this paper.' })
    const consent = round!.settings.consent
    if (consent && !more.further)
      problems.push({ key: 'further', message: 'Please tick what the sender asks you to confirm.' })
    problems.push(...(await strangeFiles(row!, draft)))
    // Whether they may sign at all comes first; that is said by the record itself.
    if (problems.length && !refuse(state, { type: 'signed', person: person.id }, now()))
      throw new Problem(
        'invalid',
        `${problems[0]!.message}${problems.length > 1 ? ` And ${problems.length - 1} more.` : ''}`,
        Object.fromEntries(problems.map((p) => [p.key, p.message])),
      )
    // What their rules don't ask for isn't kept; what is worked out from it is.
    const worked = evaluateGiven(row!.fields, draft, around, day)
    const kept = Object.fromEntries(
      row!.fields.flatMap((f) => {
        const value = worked.values[f.key]
        const theirs = isTheirs(f, person.party) || f.compute
        return theirs && worked.shown.has(f.key) && value !== undefined && value !== '' ? [[f.key, value]] : []
      }),
    )
    const extra: { [key: string]: Json } = {}
    if (draft.initials) extra.initials = draft.initials as unknown as Json
    if (Object.keys(draft.marks).length) extra.marks = draft.marks as unknown as Json
    if (list.length > 1) extra.papers = list.map((p) => ({ paper: p.paper.title, sha256: p.version.pdfSha }))
    const { before, after } = await record(
      person.roundId,
      actorOf(person, from),
      { type: 'signed', person: person.id },
      {
        values: kept,
        taken: draft.taken,
        quantities: draft.quantities,
        signature: draft.signature as unknown as Json,
        signatureSha256: sha256Hex(canonical(draft.signature as unknown as Json)),
        ...extra,
        consent: {
          version: CONSENT.version,
          words: consentWords(saysIn(more.language), business.email),
          ...(consent ? { further: consent } : {}),
        },
        channel: CHANNEL[holder.channel],
        ...(await hostOf(holder)),
        language: more.language,
        sha256: list[0]!.version.pdfSha,
      },
    )
    await tx
      .update(roundPeople)
      .set({ draft: EMPTY_DRAFT, draftVersion: basedOn + 1 })
      .where(eq(roundPeople.id, person.id))
    const done = after.status === 'signed'
    const within = titlesIn(
      'en',
      list.map((p) => p.paper),
      true,
    )
    if (list.some((p) => p.paper.kind !== 'quote'))
      await note({
        jobId: round!.jobId,
        type: 'signed',
        words: `${person.name.slice(0, 80)} ${me?.part === 'witness' ? 'witnessed' : 'signed'} the ${within}`,
        detail: done ? 'All have signed.' : '',
        state: done ? 'settled' : 'yours',
        paperId: round!.paperId,
        notable: true,
      })
    await carryOut(person.roundId, before, after, { by: person.name, reason: '' })
    return { already: false }
  })
}
