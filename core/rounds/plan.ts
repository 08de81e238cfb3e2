import { languages } from '../text/language'
import { isPhone } from '../text/phone'
import { z } from 'zod'
import { isMail } from '../fields/mail'
import type { RoundPerson } from './rounds'

/** How somebody is reached. `link` is a link or QR code that is handed over; `device` is the one in the room. */
export const reaches = ['email', 'text', 'both', 'link', 'device'] as const
export type Reach = (typeof reaches)[number]
/** The ways somebody is written to: by their own choice and by what addresses there are. */
export function channelsOf({
  email,
  how,
}: {
  email: string
  how: { reach: Reach; phone: string }
}): ('email' | 'text')[] {
  const out: ('email' | 'text')[] = []
  if ((how.reach === 'email' || how.reach === 'both') && email) out.push('email')
  if ((how.reach === 'text' || how.reach === 'both') && how.phone) out.push('text')
  return out
}
export const tolerances = ['exact', 'close', 'loose'] as const
/** How alike the names on a document and in the round must be. */
export type Tolerance = (typeof tolerances)[number]

/** How somebody proves who they are before they can read anything. */
export const proof = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({
    kind: z.literal('agreed'),
    code: z.string().trim().min(4, 'Agree on a code of at least 4 characters.').max(40),
    hint: z.string().trim().max(120).default(''),
  }),
  z.object({ kind: z.literal('one-time'), by: z.enum(['email', 'text']) }),
  z.object({
    kind: z.literal('document'),
    when: z.enum(['each', 'until-signed', 'once']),
    tries: z.number().int().min(1).max(10).default(3),
    selfie: z.boolean().default(false),
    live: z.boolean().default(false),
    tolerance: z.enum(tolerances).default('close'),
  }),
])
export type Proof = z.infer<typeof proof>

const key = z.string().min(1).max(60)
/** Somebody who may take a place instead of the one it is prepared for: whoever signs first has it. */
export const alternate = z.object({
  key,
  contactId: key.nullable().default(null),
  memberId: key.nullable().default(null),
  name: z.string().trim().max(200),
  email: z.string().trim().max(200).default(''),
  phone: z.string().trim().max(40).default(''),
  reach: z.enum(reaches).default('email'),
})
export type Alternate = z.infer<typeof alternate>
const line = (max: number) => z.string().trim().max(max)
/** One person of a plan: who, when, what they do, how they are reached and how they prove themselves. */
export const planPerson = z.object({
  key,
  contactId: key.nullable().default(null),
  memberId: key.nullable().default(null),
  name: line(200),
  email: line(200).default(''),
  phone: line(40).default(''),
  turn: z.number().int().min(1).max(60),
  part: z.enum(['sign', 'witness', 'check', 'copy']),
  /** Whose signing a witness sees: the key of a signer. */
  of: key.nullable().default(null),
  /** Whom they stand for, paper by paper. */
  stands: z
    .array(z.object({ paper: key, party: z.string().min(1).max(40) }))
    .max(60)
    .default([]),
  reach: z.enum(reaches).default('email'),
  proof: proof.default({ kind: 'none' }),
  /** `auto`: what their browser asks for. */
  language: z.enum(['auto', ...languages]).default('auto'),
  /** Own words for this person; empty for those of the round. */
  subject: line(300).default(''),
  message: z.string().max(5000).default(''),
  mayPassOn: z.boolean().default(false),
  copy: z.enum(['attached', 'link', 'none']).default('attached'),
  /** Others any one of whom may sign in their place. */
  or: z.array(alternate).max(9, 'At most ten hold one place.').default([]),
})
export type PlanPerson = z.infer<typeof planPerson>

/** When it has to be done by: never, at an instant, so many days after sending, or before the job’s day. */
export const deadline = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('at'), at: z.iso.datetime() }),
  z.object({ kind: z.literal('after'), days: z.number().int().min(1).max(365) }),
  z.object({ kind: z.literal('before'), days: z.number().int().min(0).max(365) }),
])
export type Deadline = z.infer<typeof deadline>
/** When somebody who was asked hears again. `own`: days after being asked, and days before the deadline. */
export const reminders = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('daily') }),
  z.object({ kind: z.literal('weekly') }),
  z.object({
    kind: z.literal('own'),
    after: z.array(z.number().int().min(1).max(90)).max(12).default([]),
    before: z.array(z.number().int().min(0).max(60)).max(12).default([]),
  }),
])
export type Reminders = z.infer<typeof reminders>

/** Most people and papers of one round. */
export const MOST_PEOPLE = 100
export const MOST_PAPERS = 12
/** How a round is to be: kept while it is being prepared, and what is sent in the end. */
export const roundPlan = z.object({
  papers: z.array(key).min(1).max(MOST_PAPERS, `A round holds at most ${MOST_PAPERS} papers.`),
  people: z.array(planPerson).max(MOST_PEOPLE, `A round holds at most ${MOST_PEOPLE} people.`),
  subject: line(300),
  message: z.string().max(5000),
  deadline,
  reminders: reminders.default({ kind: 'own', after: [3], before: [1, 0] }),
  /** A further sentence to tick before signing; empty for none. */
  consent: line(400).default(''),
  /** The member who hosts those who sign in person; null for whoever is there. */
  host: key.nullable().default(null),
})
export type RoundPlan = z.infer<typeof roundPlan>

/** The fields each party of a paper has to fill. */
export interface PlanPaper {
  id: string
  title: string
  parties: { key: string; label: string; fields: number }[]
}

/** How many fields somebody has over all papers. */
export const fieldsFor = (person: Pick<PlanPerson, 'stands'>, papers: readonly PlanPaper[]): number =>
  person.stands.reduce(
    (n, s) => n + (papers.find((p) => p.id === s.paper)?.parties.find((x) => x.key === s.party)?.fields ?? 0),
    0,
  )

/** Whoever has fields signs; whoever has none gets a copy. Witnesses and checkers stay what they are. */
export const partOf = (
  person: Pick<PlanPerson, 'part' | 'stands'>,
  papers: readonly PlanPaper[],
): PlanPerson['part'] =>
  person.part === 'witness' || person.part === 'check' ? person.part : fieldsFor(person, papers) > 0 ? 'sign' : 'copy'

/** Somebody of a plan with `main`, the key of the one whose place they hold; null where it is their own alone. */
export type Holder = PlanPerson & { main: string | null }
/** Who may take somebody's place; plans kept before have nobody. */
export const alternatesOf = (p: Pick<PlanPerson, 'or'>): Alternate[] => (p.or as Alternate[] | undefined) ?? []
/** Everybody who holds a place, whoever may take one right behind the one it is prepared for. */
export const holdersOf = (people: readonly PlanPerson[]): Holder[] =>
  people.flatMap((p): Holder[] => {
    const or = alternatesOf(p)
    if (!or.length || p.part !== 'sign') return [{ ...p, main: null }]
    return [{ ...p, main: p.key }, ...or.map((a) => ({ ...p, ...a, or: [], mayPassOn: false, main: p.key }))]
  })

/** Turns numbered 1, 2, 3 … without gaps, in the order they had; people in order of their turn. */
export function inTurns<P extends { turn: number }>(people: readonly P[]): P[] {
  const turns = [...new Set(people.map((p) => p.turn))].sort((a, b) => a - b)
  return people.map((p) => ({ ...p, turn: turns.indexOf(p.turn) + 1 })).sort((a, b) => a.turn - b.turn)
}

/**
 * Moves one person to a turn. `alone` opens a turn of their own at that place, before whoever has it now; otherwise they
 * act together with whoever has it.
 */
export function moveTo<P extends { key: string; turn: number }>(
  people: readonly P[],
  key: string,
  turn: number,
  alone: boolean,
): P[] {
  return inTurns(people.map((p) => (p.key === key ? { ...p, turn: alone ? turn - 0.5 : turn } : p)))
}

/** What would go wrong with a plan; `stop` keeps it from being sent. */
export interface PlanProblem {
  severity: 'stop' | 'note'
  words: string
  /** The person it is about, where it is about one. */
  person: string | null
}

const says = (p: Pick<PlanPerson, 'name'>) => p.name.slice(0, 80) || 'Somebody without a name'
const wantsMail = (r: Reach) => r === 'email' || r === 'both'
const wantsText = (r: Reach) => r === 'text' || r === 'both'
function personProblems(p: PlanPerson, plan: RoundPlan): PlanProblem[] {
  const out: PlanProblem[] = []
  const stop = (words: string) => out.push({ severity: 'stop', words, person: p.key })
  const note = (words: string) => out.push({ severity: 'note', words, person: p.key })
  if (!p.name.trim()) stop('Somebody in the round has no name.')
  if (p.part === 'check') {
    if (!p.memberId) stop(`${says(p)} is not of the business, so they can’t check it first.`)
    return out
  }
  if (p.email && !isMail(p.email)) stop(`“${p.email}” is not an e-mail address (${says(p)}).`)
  else if (wantsMail(p.reach) && !p.email) stop(`${says(p)} has no e-mail address to be reached at.`)
  const byText = wantsText(p.reach) || (p.proof.kind === 'one-time' && p.proof.by === 'text')
  if (byText && p.phone && !isPhone(p.phone)) stop(`“${p.phone.slice(0, 40)}” is not a phone number (${says(p)}).`)
  else if (wantsText(p.reach) && !p.phone) stop(`${says(p)} has no phone number for a text.`)
  if (p.part === 'copy' && (p.reach === 'device' || p.reach === 'link') && !p.email)
    stop(`${says(p)} gets a copy and needs an address it can go to.`)
  if (p.proof.kind === 'one-time' && !(p.proof.by === 'email' ? p.email : p.phone))
    stop(`${says(p)} has no ${p.proof.by === 'email' ? 'e-mail address' : 'phone number'} for the one-time code.`)
  if (p.proof.kind === 'one-time' && p.reach === p.proof.by)
    note(`${says(p)} gets the link and the code by the same way, so the code proves little.`)
  if (p.reach === 'link' && p.part === 'sign') note(`${says(p)} is reached by nothing: hand the link or QR code over.`)
  if (p.part === 'witness' && plan.people.find((s) => s.key === p.of)?.email === p.email && p.email)
    note(`${says(p)} witnesses somebody with the same e-mail address.`)
  return out
}

/** Everything that is wrong with a plan as it is now, at the instant `at`; `due` is the deadline worked out, `day` the job's. */
export function planProblems(
  plan: RoundPlan,
  papers: readonly PlanPaper[],
  at: string,
  due: string | null | undefined,
  day: string | null = null,
): PlanProblem[] {
  const out: PlanProblem[] = holdersOf(plan.people).flatMap((p) =>
    personProblems(p, plan).map((x) => ({ ...x, person: p.main ?? x.person })),
  )
  const stop = (words: string, person: string | null = null) => out.push({ severity: 'stop', words, person })
  const active = plan.people.filter((p) => p.part === 'sign' || p.part === 'witness')
  if (!active.some((p) => p.part === 'sign')) stop('Nobody is asked to sign.')
  for (const p of plan.people.filter((x) => x.part === 'witness')) {
    const signer = plan.people.find((s) => s.key === p.of && s.part === 'sign')
    if (!signer) stop(`Say whose signing ${says(p)} witnesses.`, p.key)
    else if (signer.turn > p.turn) stop(`${says(p)} witnesses ${says(signer)}, so their turn can’t come before.`, p.key)
  }
  const firstActs = Math.min(...active.map((p) => p.turn))
  for (const p of plan.people)
    if (p.part === 'check' && p.turn >= firstActs)
      stop(`${says(p)} checks it first: move them before the others.`, p.key)
  const seen = new Map<string, PlanPerson>()
  for (const p of active) {
    const address = p.email.toLowerCase()
    const twin = address ? seen.get(address) : undefined
    if (twin && twin.key !== p.of)
      out.push({
        severity: 'note',
        words: `${says(twin)} and ${says(p)} have the same e-mail address.`,
        person: p.key,
      })
    if (address) seen.set(address, p)
  }
  if (due === undefined) stop('The job has no day yet, so the deadline can’t be counted from it.')
  else if (due !== null && due <= at) stop('The deadline has passed already.')
  else if (due && day && due.slice(0, 10) > day)
    out.push({ severity: 'note', words: 'The deadline is after the job’s day.', person: null })
  return out
}

/** The people of a plan as the round knows them; checkers have done their part by then. */
export function roundPeopleOf(
  plan: RoundPlan,
  idOf: (key: string) => string,
  partyOf: (key: string) => string,
): RoundPerson[] {
  return holdersOf(inTurns(plan.people.filter((p) => p.part !== 'check'))).map((p) => ({
    id: idOf(p.key),
    party: partyOf(p.main ?? p.key),
    name: p.name,
    turn: p.turn,
    part: p.part,
    of: p.of ? idOf(p.of) : null,
    ...(p.main ? { place: idOf(p.main) } : {}),
  }))
}

/** The papers of a plan that concern somebody: where they stand, and where the one they watch does; all, where that is none. */
export function concerning(person: PlanPerson, plan: Pick<RoundPlan, 'people' | 'papers'>): string[] {
  const watched = person.of === null ? [] : (plan.people.find((p) => p.key === person.of)?.stands ?? [])
  const theirs = plan.papers.filter((id) => [...person.stands, ...watched].some((s) => s.paper === id))
  return theirs.length ? theirs : plan.papers
}
