import { createCoreContext, translate } from '@intlify/core'
import type { RecordSays } from '../../core/evidence/says'
import { fill } from '../../core/text/fill'
import type { Language } from '../../core/text/language'
import ar from './ar.json'
import de from './de.json'
import en from './en.json'
import es from './es.json'
import fr from './fr.json'
import pl from './pl.json'
import pt from './pt.json'
import { type Args, type Says, formOf, valuesOf } from './plural'

/** What Upwold says to people outside, a file a language: on a signer's page, in messages, in the signing record. */
export const WORDS = { en, de, fr, es, pt, pl, ar } satisfies Record<Language, unknown> as Record<Language, typeof en>

type Section = keyof typeof en
/** Words of one section in one language, with what belongs in their places. */
function sayer<K extends string>(section: Section, language: Language): (key: K, args?: Args) => string {
  const context = createCoreContext({
    locale: language,
    messages: { [language]: WORDS[language][section] },
    // A key is the key of one text, whatever signs are in it.
    messageResolver: (texts, key) => (texts as Record<string, string>)[key] ?? null,
    pluralRules: { [language]: formOf(language) },
    warnHtmlMessage: false,
    missingWarn: false,
    fallbackWarn: false,
  })
  const say = translate as (...of: unknown[]) => unknown
  return (key, args) => String(say(context, key, ...valuesOf(args)))
}
const made = new Map<string, (key: string, args?: Args) => string>()
function says<K extends string>(section: Section, language: Language): (key: K, args?: Args) => string {
  const name = `${section} ${language}`
  let there = made.get(name)
  if (!there) made.set(name, (there = sayer(section, language)))
  return there
}

/** What a signer's page says in one language. */
export const saysIn = (language: Language): Says =>
  Object.assign(says<keyof typeof en.page>('page', language).bind(null), { language })

export type MessageKey = keyof typeof en.message
export interface MessageSays {
  language: Language
  (key: MessageKey, args?: Args): string
}
/** Words of the business's own that stand for Upwold's, in one language. */
export type OwnWords = Partial<Record<MessageKey, string>>
/** What messages to people outside say: in the business's own words where it has some. */
export function messageSays(language: Language, own: OwnWords = {}): MessageSays {
  const usual = says<MessageKey>('message', language)
  const say = (key: MessageKey, args?: Args) => {
    const text = own[key]
    return text === undefined ? usual(key, args) : fill(text, args as Record<string, string | number> | undefined)
  }
  return Object.assign(say, { language })
}

/** What is said in the record, in its language. */
export const recordSays = (language: Language): RecordSays =>
  Object.assign(says<keyof typeof en.record>('record', language).bind(null), {
    has: (key: string): key is keyof typeof en.record => Object.hasOwn(en.record, key),
  })

/** The words of a round for one person: the usual ones in their language, as the business words them; others as they were written. */
export const roundWords = (
  text: string,
  key: 'mSubject' | 'mMessage',
  language: Language,
  own: OwnWords = {},
): string => (text === en.message[key] ? (own[key] ?? WORDS[language].message[key]) : text)
