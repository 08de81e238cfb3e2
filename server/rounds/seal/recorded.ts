import type { ChainedEvent } from '../../../core/evidence/chain'
import { utc } from '../../../core/evidence/record'
import type { Language } from '../../../core/rounds/plan'
import { fill } from '../../../shared/words'
import { RECORD_WORDS, type RecordWords } from '../../../shared/words/record'

/** What an event says in the record. */
export function happenedWords(e: ChainedEvent, nameOf: (id: unknown) => string, say: RecordSays): string {
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
        : askedWords(say, data.channel)
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

export type RecordSays = (key: keyof RecordWords, args?: Record<string, string>) => string
/** What is said in the record, in its language. */
export const recordSays =
  (language: Language): RecordSays =>
  (key, args) =>
    fill(RECORD_WORDS[language][key], args)

/** A way somebody was reached, or signed, as the chain has it in English, in the record's language. */
export function channelIn(say: RecordSays, channel: unknown): string {
  const one = (c: string) => (Object.hasOwn(RECORD_WORDS.en, c) ? say(c as keyof RecordWords) : c)
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

/** How somebody was asked whom no message went to: by a link handed over, as a member, or face to face. */
export function askedWords(say: RecordSays, channel: unknown): string {
  return channel === 'link' ? say('eAskedByLink') : channel === 'member' ? say('eAskedMember') : say('eAskedInPerson')
}
