import { isMail } from '../fields/mail'
import { isPhone } from '../text/phone'
import { compared } from './match'
import type { FormLine } from './fields'
import { isSentWith, type Parts } from './parts'
import { flat, spanOf, without } from './text'
import { type Known, NOTHING, type Read, type Span, said } from './types'
import { CLOSINGS, ORG_AFTER, ORG_BEFORE } from './words'

export interface Who {
  name: Read<string>
  organisation: Read<string>
  email: Read<string>
  phone: Read<string>
  known: string | null
}

// A word of a name has an end: a text without one is not walked through from each of its letters.
const CAPITAL = "\\p{Lu}[\\p{L}'’-]{0,40}\\.?"
const NAME = `${CAPITAL}(?: (?:(?:von|van|de|del|da|di|la|le|bin|zu) )*${CAPITAL}){0,3}`
const FULL = `${CAPITAL}(?: (?:(?:von|van|de|del|da|di|la|le|bin|zu) )*${CAPITAL}){1,3}`
const TITLE = '(?:(?:Mr|Mrs|Ms|Mx|Dr|Prof|Herr|Herrn|Frau|Familie|Mme|Mlle|M|Sr|Sra|Srta|Don|Doña)\\.?\\s+)*'
const at = (text: string, span: Span) => text.slice(span.from, span.to)
const read = (text: string, span: Span): Read<string> => said(at(text, span), span)

/** Who wrote, and how they are reached. `text` is the whole, `parts` what of it is what. */
export function whoIn(
  text: string,
  parts: Parts,
  form: readonly FormLine[],
  offers: readonly Span[],
  known: Known,
): Who {
  const field = (label: string) => form.find((f) => f.label === label)
  const older = parts.older ? [parts.older] : []
  const own = without(text, older)
  const email = mailIn(own, known)
  const phone = phoneIn(
    without(
      own,
      form.filter((f) => !['phone', 'message'].includes(f.label)).map((f) => f.line),
    ),
    known,
  )
  const organisation = field('organisation')
    ? said(field('organisation')!.value, field('organisation')!)
    : organisationIn(own, known)
  const named = field('name')
  const name = named ? said(untitled(named.value), named) : nameIn(text, parts, offers, organisation)
  return { name, organisation, email, phone, known: contactOf({ name, email, phone, organisation }, known) }
}
const untitled = (name: string) => name.replace(new RegExp(`^${TITLE}`, 'u'), '')
/** What may stand before a name with a capital of its own. */
const LEAD = new RegExp(
  `^(?:.*?\\s(?:Herrn?|Frau|Mme|Mlle|Mr|Mrs|Ms|Sra?|Srta)\\.? |(?:LG|VG|MfG|Gru(?:ß|ss)|Merci|Gracias|Danke|Thanks|Thx|Cheers|Love|Best|Regards|Anruf|Call|Tel|Appel)[,.]? )+`,
  'u',
)

function mailIn(text: string, known: Known): Read<string> {
  for (const m of text.matchAll(/[^\s@<>()"',;:]{1,64}@[^\s@<>()"',;:]{1,120}\.\p{L}{2,24}/gu))
    if (isMail(m[0]) && !known.own.includes(m[0].toLowerCase())) return read(text, spanOf(m))
  return NOTHING
}

/** A number that can be rung: with a country's code, or as it is dialled where the business is. */
function phoneIn(text: string, known: Known): Read<string> {
  for (const m of text.matchAll(/(?<![\p{L}\d.,/:@£€$-])\+?\(?\d(?:[ ()/-]{0,2}\d){7,15}(?![\d\p{L}]|[.,/]\d)/gu)) {
    const digits = m[0].replace(/\D/g, '')
    const dialled = /^(?:\+|00|0|\(0)/.test(m[0]) || (known.country === 'ES' && /^[6789]\d{8}$/.test(digits))
    if (dialled && digits.length >= 9 && isPhone(m[0])) return read(text, spanOf(m))
  }
  return NOTHING
}

function organisationIn(text: string, known: Known): Read<string> {
  const patterns = [
    new RegExp(`(?<![\\p{L}])(?:${CAPITAL}\\s(?:&\\s|de\\s|of\\s|the\\s)?){1,5}${ORG_AFTER}(?![\\p{L}])`, 'gu'),
    new RegExp(`(?<![\\p{L}])${ORG_BEFORE}\\s(?:(?:de|des|du|la|le|les)\\s)*${CAPITAL}(?:\\s${CAPITAL}){0,3}`, 'gu'),
  ]
  const owns = known.own.map((o) => o.split('@')[1]?.split('.')[0] ?? '')
  for (const pattern of patterns)
    for (const m of text.matchAll(pattern)) {
      const whole = spanOf(m)
      const lead = /^(?:Firma|The|Die|Der|Das|La|Le|El|Dear|On|For|Our|We|Events?|Hi|Hello)\s+/u.exec(m[0])
      const span = { from: whole.from + (lead?.[0].length ?? 0), to: whole.to }
      if (!owns.some((o) => o && compared(at(text, span)).includes(o))) return read(text, span)
    }
  return NOTHING
}

/** Where a name stands, the surest place first. */
function nameIn(text: string, parts: Parts, offers: readonly Span[], organisation: Read<string>): Read<string> {
  const head = parts.head && at(text, parts.head)
  const from = head && new RegExp(`^\\s*\\S+\\s?:\\s*"?(${FULL})"?\\s*<`, 'u').exec(head)
  if (from) return read(text, shifted(from, parts.head!.from))
  const skipped = [...offers, ...organisation.at]
  const body = without(text.slice(0, parts.body.to), [...(parts.head ? [parts.head] : []), ...skipped])
  if (parts.foot) {
    const signed = signature(text, parts.foot, organisation)
    if (signed) return signed
  }
  const said = new RegExp(
    `(?:[Mm]y name is|[Tt]his is|[Ii]t'?s|\\b[Ii]['’]m|\\b[Ii]ch bin|[Mm]ein Name ist|[Jj]e m['’]appelle|[Jj]e suis|[Mm]e llamo|\\b[Ss]oy)\\s+(${NAME})`,
    'u',
  ).exec(body)
  if (said) return read(text, shifted(said))
  const beside = new RegExp(`${TITLE}(${FULL})(?:,?\\s*(?:\\(|\\+?\\d[\\d ()/-]{7})|,?\\s+\\S+@)`, 'u').exec(body)
  if (beside) return read(text, shifted(beside))
  const first = new RegExp(`^\\s*${TITLE}(${FULL})\\s*[,;–-]`, 'u').exec(body)
  if (first && !GREETING.test(flat(first[1]!))) return read(text, shifted(first))
  return lastLine(text, body) ?? NOTHING
}
/** What a message may begin with that has capitals and is nobody. */
const GREETING =
  /^(?:guten|liebe|sehr|dear|good|hello|hi|hey|bonjour|bonsoir|madame|monsieur|hola|buen[ao]s|estimad[ao]s?)(?![a-z])/
const shifted = (m: RegExpExecArray, by = 0): Span => {
  const lead = LEAD.exec(m[1]!)?.[0].length ?? 0
  const from = m.index + m[0].indexOf(m[1]!)
  return { from: by + from + lead, to: by + from + m[1]!.length }
}

/** The first line after "Best wishes" that can be a name, or the name in that line. */
function signature(text: string, foot: Span, organisation: Read<string>): Read<string> | null {
  let from = foot.from
  for (const line of at(text, foot).split('\n').slice(0, 6)) {
    const bare = organisation.at.some((o) => o.from >= from && o.from < from + line.length)
    const m = new RegExp(`^\\s*(?:(?:${CLOSINGS})[,.!]?\\s+)?${TITLE}(${NAME})\\s*[.,!x]*\\s*$`, 'iu').exec(line)
    const named = m && new RegExp(`^${NAME}$`, 'u').test(m[1]!)
    if (named && !bare && !isSentWith(line) && !CLOSED.test(flat(line).trim())) return read(text, shifted(m, from))
    from += line.length + 1
  }
  return null
}
const CLOSED = new RegExp(`^(?:${CLOSINGS})[,.!]?$`)

/** A name at the very end, after a full stop or a greeting: "… is that possible? Maël", "thx Noor". */
function lastLine(text: string, body: string): Read<string> | null {
  const end = body.trimEnd().replace(/\s+x+$/i, '')
  const m = new RegExp(`(?:^|[\\n.,!?]\\s*|\\s)(${NAME})\\s*$`, 'u').exec(end)
  if (!m) return null
  const span = shifted(m)
  const lead = end.slice(0, span.from)
  const alone = /(?:^|[\n.!?])\s*$/.test(lead)
  const thanked = new RegExp(`(?<![a-z])(?:${CLOSINGS}|gruss?e?)[,!.]?\\s*$`).test(flat(lead))
  return alone || thanked ? read(text, span) : null
}

/** The one the business knows already: by address or number, or by their whole name. */
function contactOf(who: Omit<Who, 'known'>, known: Known): string | null {
  const digits = (s: string) => s.replace(/\D/g, '').replace(/^(?:44|49|33|34|0)+/, '')
  const fits = known.contacts.filter(
    (c) =>
      (who.email.value && c.email.toLowerCase() === who.email.value.toLowerCase()) ||
      (who.phone.value && c.phone && digits(c.phone) === digits(who.phone.value)) ||
      (who.name.value?.includes(' ') && compared(c.name) === compared(who.name.value)) ||
      (who.organisation.value && compared(c.name) === compared(who.organisation.value)),
  )
  return fits.length === 1 ? fits[0]!.id : null
}
