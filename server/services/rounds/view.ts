import { eq } from 'drizzle-orm'
import { openTurn } from '../../../core/rounds/rounds'
import type { SignerView } from '../../../shared/signer'
import { now } from '../../clock'
import { db } from '../../db/client'
import { jobs, paperVersions, papers, rounds } from '../../db/schema'
import { Problem } from '../../problem'
import { loadJob } from '../jobs/load'
import { requestCard } from '../money/payments'
import { aroundOf } from './around'
import type { LinkHolder } from './links'
import { roundState } from './state'

/** What a person's link shows. A lapsed or withdrawn paper can't be read any more. */
export async function signerView(holder: LinkHolder): Promise<SignerView> {
  const { person } = holder
  const state = await roundState(person.roundId)
  const [round] = await db().select().from(rounds).where(eq(rounds.id, person.roundId))
  const [paper] = await db().select().from(papers).where(eq(papers.id, round!.paperId))
  const [version] = await db().select().from(paperVersions).where(eq(paperVersions.id, round!.versionId))
  const [job] = await db().select({ title: jobs.title }).from(jobs).where(eq(jobs.id, round!.jobId))
  const me = state.people.find((p) => p.id === person.id)!
  const late = state.status === 'out' && state.lapsesAt !== null && now() >= state.lapsesAt
  const mine: SignerView['state'] =
    me.status === 'done'
      ? 'done'
      : late
        ? 'lapsed'
        : state.status === 'out'
          ? me.turn === openTurn(state)
            ? 'open'
            : 'not-yet'
          : state.status === 'signed'
            ? 'done'
            : (state.status as 'declined')
  const readable = mine === 'open' || mine === 'done'
  const { stages, business, today, client, job: full } = await loadJob(round!.jobId)
  const stage =
    full.agreedOn && client && person.contactId === client.id
      ? stages.find((s) => !s.held && s.amount > 0 && (s.open > 0 || s.key === 'deposit'))
      : undefined
  const rest = stage && stages.find((s) => !s.held && s.key !== stage.key && s.open > 0)
  return {
    business: { name: business.name, email: business.email, phone: business.phone },
    paper: {
      title: paper!.title,
      kind: paper!.kind,
      document: readable ? version!.document : null,
      figures: readable ? version!.figures : null,
      pages: version!.pages,
      fields: readable ? version!.fields.filter((f) => f.field.party === person.party) : [],
      marked: !!paper!.marked,
      enclosures: readable ? (paper!.own.enclosures ?? []) : [],
    },
    around: readable ? await aroundOf(person, version!.fields) : { fields: [], values: {} },
    person: {
      id: person.id,
      name: person.name,
      party: person.party,
      number: version!.document.parties.findIndex((p) => p.key === person.party) + 1,
      fields: readable ? person.fields : [],
    },
    others: state.people
      .filter((p) => p.id !== person.id)
      .map((p) => ({ name: p.name, status: p.status, turn: p.turn })),
    state: mine,
    round: state.status,
    allSigned: state.status === 'signed',
    sealed: !!round!.sealedSha,
    reason: state.reason,
    lapsesAt: round!.lapsesAt,
    timeZone: business.timeZone,
    today,
    jobTitle: job!.title,
    draft: person.draft,
    version: person.draftVersion,
    inPerson: holder.channel === 'device',
    pay:
      stage && holder.channel !== 'device'
        ? {
            stage: stage.key,
            label: stage.label,
            amount: stage.open,
            dueOn: stage.dueOn,
            paid: stage.open === 0,
            later: rest ? { label: rest.label, amount: rest.open, dueOn: rest.dueOn } : null,
            currency: business.currency,
          }
        : null,
  }
}

/** Opens the card page for the client of an agreed job, and brings them back to their link after. */
export async function payFor(holder: LinkHolder, stage: string, token: string): Promise<{ url: string }> {
  const [round] = await db().select({ jobId: rounds.jobId }).from(rounds).where(eq(rounds.id, holder.person.roundId))
  const { job } = await loadJob(round!.jobId)
  if (!holder.person.contactId || holder.person.contactId !== job.clientId)
    throw new Problem('not-allowed', 'Only the client pays for this job.')
  return requestCard(job.id, stage, `/s/${token}`)
}
