import { type FactRule, TICKED, factProblem } from '../facts/facts'
import { escapePattern } from '../text/escape'
import { readDecimal } from '../money/typed'
import { type Word, sameWord, wordsIn } from './match'
import { NUMBER, numberOf } from './text'
import { type Known, NOTHING, type Read, type ReadItem, type Span, said } from './types'

/** Words that are said of anything, so that one of them alone points to nothing. */
const COMMON =
  /^(?:cold|warm|hot|big|small|large|extra|whole|half|day|hour|night|kalt\w*|gross\w*|klein\w*|froid\w*|chaud\w*|grand\w*|petit\w*|frio|fria|caliente|grande|with|and|und|mit|avec|con|the|per|pro|par|por|for|fur|pour|para|de|del|la|le|el|au|am|en|im|in|a)$/

const JOINS = /^(?:and|with|und|mit|avec|con|the|per|pro|par|por|for)$/

/** The words an item is known by: those before its first comma that no other has. */
function tellingWords(names: readonly string[]): string[][] {
  const all = names.map((n) =>
    wordsIn(n.split(',')[0]!)
      .map((w) => w.text)
      .filter((w) => w.length > 2 && !JOINS.test(w)),
  )
  return all.map((own, i) => own.filter((w) => !all.some((other, j) => j !== i && other.some((o) => sameWord(o, w)))))
}

/** Where the whole of a name of several words stands, word by word: what tells two of the same first word apart. */
function wholeName(text: readonly Word[], name: readonly string[]): Word[] {
  if (name.length < 2) return []
  // "6 x 12" is "6 × 12".
  const all = text.filter((w) => w.text !== 'x')
  const own = name.filter((w) => w !== 'x')
  const at = all.findIndex((_, i) => own.every((w, k) => all[i + k]?.text === w))
  return at < 0 ? [] : all.slice(at, at + own.length)
}

const SAME_PHRASE = 4
/** Which priced items a text names, and how many of each; `text` is flat, `names` too. */
export function itemsIn(text: string, items: readonly { id: string; flat: string }[]): ReadItem[] {
  const telling = tellingWords(items.map((i) => i.flat))
  const all = wordsIn(text)
  return items.flatMap((item, i): ReadItem[] => {
    const own = telling[i]!
    const strong = own.filter((w) => !COMMON.test(w) && (w.length > 4 || own.length === 1))
    const hits = all.filter((w) => own.some((o) => sameWord(o, w.text)))
    const name = wordsIn(item.flat).map((w) => w.text)
    const ownName = wordsIn(item.flat.split(',')[0]!).map((w) => w.text)
    const whole = wholeName(all, name)
    if (whole.length) {
      const { quantity, at } = quantityBefore(text, all, whole.slice(0, 1), ownName)
      return [{ id: item.id, quantity, at: [{ from: at[0]!.from, to: whole.at(-1)!.to }] }]
    }
    const sure = hits.filter(
      (h) =>
        strong.some((s) => sameWord(s, h.text)) ||
        hits.some(
          (o) =>
            o !== h &&
            Math.abs(all.indexOf(o) - all.indexOf(h)) <= SAME_PHRASE &&
            own.length > 1 &&
            !sameWord(o.text, h.text),
        ),
    )
    if (!sure.length) return []
    return [{ id: item.id, ...quantityBefore(text, all, sure, ownName) }]
  })
}

/** The number right before the first words of an item: "two of the cold plunge tubs" is 2, "24 people, barrel" is 1. */
function quantityBefore(text: string, all: readonly Word[], sure: readonly Word[], name: readonly string[]) {
  const named = (w: Word | undefined) => !!w && name.some((n) => sameWord(n, w.text))
  const runs = sure.map((hit) => {
    let [first, last] = [all.indexOf(hit), all.indexOf(hit)]
    while (named(all[first - 1]) && adjoins(text, all[first - 1]!, all[first]!)) first -= 1
    while (named(all[last + 1]) && adjoins(text, all[last]!, all[last + 1]!)) last += 1
    return { from: all[first]!.from, to: all[last]!.to }
  })
  for (const run of runs) {
    const m = NUMBERED.exec(text.slice(0, run.from))
    if (m) return { quantity: numberOf(m[1]!), at: [{ from: m.index, to: run.to }] }
  }
  return { quantity: 1, at: [runs[0]!] }
}
const NUMBERED = new RegExp(
  `(?<![\\p{L}\\d.,:/-])(${NUMBER})\\s?(?:x|×)?\\s?(?:of the\\s|big\\s|grosse?n?\\s|grands?\\s)?$`,
  'u',
)
const adjoins = (text: string, a: Word, b: Word) => /^[\s-]$/.test(text.slice(a.to, b.from))

const NEAR_WORDS = 8
/** The kind of job: the one whose words all stand together. Two that do leave the choice. */
export function kindIn(text: string, kinds: readonly { id: string; flat: string }[]): Read<string> {
  const all = wordsIn(text)
  const found = kinds.flatMap((kind) => {
    const own = wordsIn(kind.flat)
      .map((w) => w.text)
      .filter((w) => w.length > 2 && !COMMON.test(w))
    const places = own.map((o) => all.findIndex((w) => sameWord(o, w.text)))
    if (!own.length || places.some((p) => p < 0) || Math.max(...places) - Math.min(...places) > NEAR_WORDS) return []
    return [{ id: kind.id, at: places.map((p) => ({ from: all[p]!.from, to: all[p]!.to })) }]
  })
  if (found.length === 1) return said(found[0]!.id, ...found[0]!.at)
  return found.length ? { value: null, at: found.flatMap((f) => f.at), or: found.map((f) => f.id) } : NOTHING
}

const AMOUNT = "(\\d[\\d.,' ]{0,10}\\d|\\d)"
const SIGN = '(?:£|€|\\$|euros?|eur|gbp|pounds|quid|chf)'
const LIMIT = "(?:budget|presupuesto|up to|max(?:imum|imal)?\\.?|hochstens|bis(?: zu)?|jusqu'a|hasta|maximo)"
/** What they can spend, as a decimal string with a point: an amount with its currency, or one that is called a budget. */
export function budgetIn(text: string, locale: string): Read<string> {
  const SAID = '[^\\d\\n£€$]{0,30}?'
  const patterns = [
    new RegExp(
      `budget${SAID}${SIGN}?\\s?${AMOUNT}\\s?${SIGN}?|presupuesto${SAID}${SIGN}?\\s?${AMOUNT}\\s?${SIGN}?`,
      'u',
    ),
    new RegExp(`${LIMIT}[^\\d\\n£€$]{0,12}?(?:(?:£|€|\\$)\\s?${AMOUNT}|${AMOUNT}\\s?${SIGN})`, 'u'),
    new RegExp(`(?:(?:£|€|\\$)\\s?${AMOUNT}|${AMOUNT}\\s?${SIGN})\\s(?:max(?:imum|imal|imo)?|hochstens|tops)`, 'u'),
  ]
  for (const pattern of patterns) {
    const m = pattern.exec(text)
    const typed = m?.slice(1).find(Boolean)
    const read = typed ? readDecimal(typed, locale, 2) : null
    if (m && read && 'value' in read) return said(read.value, { from: m.index, to: m.index + m[0].trimEnd().length })
  }
  return NOTHING
}

/** A number of a kind's facts, said beside the word it is called by: "the gate is only 2.60 wide". */
export function factsIn(
  text: string,
  kinds: Known['kinds'],
  flatten: (s: string) => string,
  locale: string,
): Record<string, Read<string>> {
  const out: Record<string, Read<string>> = {}
  for (const f of kinds.flatMap((k) => k.facts)) {
    const label = wordsIn(flatten(f.label))
      .map((w) => w.text)
      .filter((w) => w.length > 2 && !COMMON.test(w) && !MEASURE.test(w))
    const names = label.flatMap((w) => [w, w.replace(/(?:breite|hohe|lange|tiefe)$/, '')])
    const labelled = new RegExp(`(?<![\\p{L}])${escapePattern(flatten(f.label))}\\s?:\\s*([^\\n,;]{1,80})`, 'u').exec(
      text,
    )
    if (labelled) {
      const found = fitting(f, valueAt(text, labelled, f.unit, locale), flatten)
      if (found) out[f.key] ??= found
    } else if (f.unit) {
      const near = numberNear(text, names, f.unit, locale)
      if (near) out[f.key] ??= near
    }
  }
  return out
}
const MEASURE = /^(?:width|height|length|depth|size|largeur|hauteur|longueur|ancho|alto|largo)$/
function valueAt(text: string, m: RegExpExecArray, unit: string, locale: string): Read<string> {
  const from = m.index + m[0].length - m[1]!.length
  const value = m[1]!.trim()
  const span: Span = { from, to: from + value.length }
  const number = unit ? readDecimal(value.replace(new RegExp(`\\s*${escapePattern(unit)}\\.?$`), ''), locale) : null
  return said(number && 'value' in number ? trimmed(number.value) : value, span)
}
const YES = /^(?:y|yes|ja|oui|si)(?![\p{L}])/u
/** What stands behind a fact's name as the fact takes it; null where it can't. */
function fitting(rule: FactRule, read: Read<string>, flatten: (s: string) => string): Read<string> | null {
  const flat = flatten(read.value ?? '')
  const value =
    rule.type === 'choice'
      ? rule.choices?.find((c) => flatten(c) === flat)
      : rule.type === 'person'
        ? rule.people?.find((p) => !p.gone && flatten(p.name) === flat)?.id
        : rule.type === 'tick'
          ? YES.test(flat)
            ? TICKED
            : ''
          : (read.value ?? '')
  return value && factProblem(rule, value) === null ? { ...read, value } : null
}
const trimmed = (n: string) => (n.includes('.') ? n.replace(/\.?0+$/, '') : n)
function numberNear(text: string, names: readonly string[], unit: string, locale: string): Read<string> | null {
  const all = wordsIn(text)
  for (const w of all.filter((x) => names.some((n) => n.length > 2 && (sameWord(n, x.text) || x.text === n)))) {
    const rest = text.slice(w.to, w.to + 48).split(/[!?;\n]|\.(?=\s)/)[0]!
    const m = new RegExp(
      `(\\d{1,4}(?:[.,]\\d{1,2})?)\\s?(${escapePattern(unit)}|met(?:re|er)s?|wide|breit|de large|de ancho)(?![\\p{L}\\d])`,
      'u',
    ).exec(rest)
    const read = m ? readDecimal(m[1]!, locale) : null
    if (m && read && 'value' in read)
      return said(trimmed(read.value), { from: w.to + m.index, to: w.to + m.index + m[0].length })
  }
  return null
}
