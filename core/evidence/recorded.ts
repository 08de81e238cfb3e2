import { capital } from '../text/case'
import type { FieldSpec } from '../document/field'
import type { PaperFigures } from '../layout/figures'
import type { PlacedField } from '../layout/types'
import { type Agreed, valueIn } from '../rounds/agreed'
import { variantKey, variantsOf } from '../pricing/variants'
import type { Language } from '../text/language'
import type { ChainedEvent } from './chain'
import { type RecordEvent, type RecordPerson, deviceWords, utc } from './record'
import type { RecordSays } from './says'

/** Somebody of a round, as far as the record needs them. */
export interface Signer {
  id: string
  party: string
  name: string
  part: 'sign' | 'witness' | 'copy'
  fields: readonly FieldSpec[]
}

/** A paper in the version that was signed. */
interface SentVersion {
  fields: readonly PlacedField[]
  figures: PaperFigures | null
}

/** What a record is written from. */
interface Recording {
  say: RecordSays
  events: readonly ChainedEvent[]
  agreed: Agreed
}

/** What an event says in the record. */
function happenedWords(
  e: ChainedEvent,
  nameOf: (id: unknown) => string,
  say: RecordSays,
  came: ReadonlySet<unknown>,
): string {
  const data = e.data as Record<string, unknown>
  const by = data.by as { name?: string } | undefined
  const text = (v: unknown, most = 100) => String(v ?? '').slice(0, most)
  const about = { name: nameOf(data.person), new: text(by?.name), address: text(data.address, 80) }
  switch (e.type) {
    case 'sent': {
      const checks = (data.checks as { type: string; name: string }[] | undefined) ?? []
      const names = checks.filter((c) => c.type === 'passed').map((c) => c.name)
      const subject = text(data.subject)
      return names.length
        ? say('eSentChecked', { subject, names: names.join(` ${say('and')} `) })
        : say('eSent', { subject })
    }
    case 'delivered':
      return say('eDelivered', about)
    case 'bounced':
      return say('eBounced', { ...about, reason: text(data.reason) })
    case 'affirmed':
      return say('eAffirmed', { said: text(data.said), host: text(data.host) })
    case 'proved':
      return say('eProved', { how: text(data.how) })
    case 'proof-failed':
      return say('eProofFailed', { how: text(data.how) })
    case 'closed':
      return say('eClosed')
    case 'reopened':
      return say('eReopened', about)
    case 'corrected':
      return say('eCorrected', about)
    case 'replaced':
      return say('eReplaced', about)
    case 'passed-on':
      return say('ePassedOn', about)
    case 'reordered':
      return say('eReordered')
    case 'added':
      return say('eAdded', about)
    case 'copy-to':
      return say('eCopyTo', about)
    case 'copied':
      return say('eCopied', about)
    case 'paused':
      return say('ePaused')
    case 'resumed':
      return say('eResumed')
    case 'extended':
      return data.lapsesAt ? say('eExtended', { at: utc(text(data.lapsesAt)) }) : say('eNoDeadline')
    case 'revised':
      return say('eRevised', { why: text(data.why) || '–' })
    case 'on-paper':
      return say('eOnPaper', { ...about, day: text(data.day), scan: text(data.scan, 64) })
    case 'answered':
      return say('eAnswered', about)
    case 'asked':
      return data.address
        ? say('eAsked', { ...about, channel: channelIn(say, data.channel) })
        : askedWords(say, data.channel, came.has(data.person))
    case 'opened':
      return say('eOpened')
    case 'signed': {
      const channel = channelIn(say, data.channel)
      return data.host ? say('eSignedHosted', { channel, host: text(data.host) }) : say('eSigned', { channel })
    }
    case 'shown':
      return say('eShown', { ...about, to: text(data.to) })
    case 'nudged':
      return say('eNudged', about)
    case 'question':
      return say('eQuestion')
    default:
      return e.type
  }
}

/** A way somebody was reached, or signed, as the chain has it in English, in the record's language. */
function channelIn(say: RecordSays, channel: unknown): string {
  const one = (c: string) => (say.has(c) ? say(c) : c)
  return String(channel ?? '')
    .split(' and ')
    .map(one)
    .join(` ${say('and')} `)
}

/** The language the record is written in: that of whoever signed from outside, where it is one for all; English otherwise. */
export function recordLanguage(events: readonly ChainedEvent[]): Language {
  const used = new Set(
    events
      .filter((e) => e.type === 'signed' && (e.actor as { kind?: string }).kind === 'person')
      .map((e) => (e.data as { language?: Language }).language ?? 'en'),
  )
  return used.size === 1 ? [...used][0]! : 'en'
}

/** Who came by a standing link by themselves, rather than being asked. */
const cameByStanding = (events: readonly ChainedEvent[]): ReadonlySet<unknown> =>
  new Set(
    events.flatMap((e) => {
      const { channel, person } = e.data as { channel?: string; person?: string }
      return e.type === 'signed' && channel === 'by a standing link' ? [person] : []
    }),
  )

/** How somebody was asked whom no message went to: not at all where they came by a standing link, else by a link handed over, as a member, or face to face. */
function askedWords(say: RecordSays, channel: unknown, cameBy: boolean): string {
  if (cameBy) return say('eCameByStanding')
  return channel === 'link' ? say('eAskedByLink') : channel === 'member' ? say('eAskedMember') : say('eAskedInPerson')
}

/** The key of the place in the record where a signature stands that has none on the paper. */
export const recordPlace = (person: string) => `record-${person}`

/** One person as the record of one paper has them: how they were reached and proved, what they agreed to and gave. */
export function recordedPerson(p: Signer, version: SentVersion, about: Recording): RecordPerson {
  const { agreed, events, say } = about
  const state = agreed.state.people.find((x) => x.id === p.id)!
  const given = agreed.given.get(p.id)
  const last = (type: string) =>
    events.findLast((e) => e.type === type && (e.data as { person?: string }).person === p.id)?.data as
      Record<string, string> | undefined
  const answers: RecordPerson['given'] = []
  const here = new Set(version.fields.map((at) => at.field.key))
  for (const f of given ? p.fields : []) {
    // A witness's own statement stands on no paper, only in the record.
    const value = here.has(f.key) || p.part === 'witness' ? valueIn(given!, f) : undefined
    if (value !== undefined && value !== '')
      answers.push({ label: f.label, value: value === true ? say('yes') : value === false ? say('no') : value })
  }
  const lines = given && version.figures?.open ? version.figures.pricing.lines : []
  for (const name of variantsOf(lines)) {
    const key = variantKey(name)
    if (Object.hasOwn(given!.taken, key))
      answers.push({ label: name, value: say(given!.taken[key] ? 'taken' : 'leftOut') })
  }
  for (const l of lines) {
    if (Object.hasOwn(given!.taken, l.key))
      answers.push({ label: l.description, value: say(given!.taken[l.key] ? 'taken' : 'leftOut') })
    if (Object.hasOwn(given!.quantities, l.key))
      answers.push({
        label: say('quantityOf', { line: l.description }),
        value: `${given!.quantities[l.key]} ${l.unit}`.trim(),
      })
  }
  const asked = last('asked')
  const how = last('proved')?.how
  const reached = asked?.address
    ? say('reached', { channel: channelIn(say, asked.channel), address: asked.address })
    : capital(askedWords(say, asked?.channel, cameByStanding(events).has(p.id)))
  const PART = { sign: say('signs'), witness: say('witnesses'), copy: say('getsCopy') }
  return {
    name: p.name,
    part: state.status === 'replaced' ? say('wasReplaced') : PART[p.part],
    reached: given?.onPaper
      ? say('onPaper', { day: given.onPaper.day, name: given.onPaper.says })
      : `${reached}${how ? `. ${say('provedBy', { how })}` : ''}`,
    signedAt: given && !given.onPaper ? given.at : null,
    consent: given?.consent ? [given.consent.words, given.consent.further].filter(Boolean).join(' ') : null,
    given: answers,
    ...(given?.signature && !version.fields.some((f) => f.field.party === p.party && f.field.type === 'signature')
      ? { signature: recordPlace(p.id) }
      : {}),
  }
}

/** What is said of somebody by an event that they did not do themself: it stands under their name, without an address. */
const SAID_OF = new Set(['asked', 'nudged', 'delivered', 'bounced', 'closed'])

/** Everything that happened in a round, as the record lists it. */
export const happenedIn = (
  events: readonly ChainedEvent[],
  nameOf: (id: unknown) => string,
  say: RecordSays,
): RecordEvent[] => {
  const came = cameByStanding(events)
  return events.map((e) => {
    const actor = e.actor as unknown as { name: string; ip: string; device: string }
    const saidOf = SAID_OF.has(e.type)
    return {
      at: e.at,
      who: saidOf ? nameOf((e.data as { person?: unknown }).person) : actor.name,
      what: happenedWords(e, nameOf, say, came),
      ip: saidOf ? '' : actor.ip,
      device: saidOf || !actor.device ? '' : deviceWords(actor.device),
    }
  })
}
