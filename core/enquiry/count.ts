import { NUMBER, numberOf, spanOf } from './text'
import { NOTHING, type Read, type Span, plain, said } from './types'
import { ADULTS, CHILDREN, PEOPLE, WE_ARE } from './words'

const N = `(${NUMBER})`
const NOT_UNIT =
  "(?!\\s*(?:[.,:/-]\\d|€|£|\\$|%|euros?|pounds|m\\b|km|nights?|days?|hours?|minutes?|minuten|minutos|weeks?|months?|years?|uhr|h\\b|am\\b|pm\\b|tagen?|nachte?|stunden|jahren?|heures?|jours?|nuits?|ans|semaines?|dias|noches|horas|anos|o'clock|th\\b|st\\b|nd\\b|rd\\b|[a-z]*\\s?x\\b))"
const START = '(?<![\\p{L}\\d.,/:£€$+-])'
const END = '(?![\\p{L}\\d])'
const BETWEEN = '(?:\\s(?!and\\b|und\\b|et\\b|y\\b|of\\b)\\p{L}+)?'

interface Count extends Span {
  n: number
}
function countsOf(text: string, pattern: string): Count[] {
  return [...text.matchAll(new RegExp(pattern, 'gu'))].flatMap((m) => {
    const n = numberOf(m[1]!)
    return n >= 1 && n <= 5000 ? [{ ...spanOf(m), n }] : []
  })
}

/** How many come, and how many of them are children; `text` is flat. */
export function peopleIn(text: string): { people: Read<number>; children: Read<number> } {
  const nouns = (words: string) => `${START}${N}${BETWEEN}\\s?(?:${words})${END}`
  const children = [
    ...countsOf(text, nouns(CHILDREN)),
    ...countsOf(text, `${START}${N}\\s(?:of (?:them|us|whom)\\s)(?:are\\s)?(?:${CHILDREN})${END}`),
  ]
  const ofThem = childrenOfThem(text)
  const young = ofThem ?? children[0] ?? null
  const adults = countsOf(text, nouns(ADULTS))[0] ?? null
  const total = totalIn(text, nouns(PEOPLE), [young, adults])
  const childRead = young ? said(young.n, plain(young)) : NOTHING
  if (total && 'or' in total) return { people: total, children: childRead }
  if (total) return { people: said(total.n, plain(total)), children: childRead }
  if (adults)
    return {
      people: said(adults.n + (young?.n ?? 0), plain(adults), ...(young ? [plain(young)] : [])),
      children: childRead,
    }
  return { people: NOTHING, children: childRead }
}

/** "three of them children", "davon 4 Kinder", "dont 3 enfants", "de ellas 3 niños", "6 of them under 18". */
function childrenOfThem(text: string): Count | null {
  const found = countsOf(
    text,
    `${START}(?:davon\\s|darunter\\s|dont\\s|de ell[ao]s\\s|entre ell[ao]s\\s|including\\s)?${N}\\s(?:of (?:them|us|whom)\\s)?(?:are\\s)?(?:${CHILDREN})${END}`,
  )
  return (
    found.find((c) =>
      /(?:davon|darunter|dont|ell[ao]s|including|of (?:them|us|whom))/.test(text.slice(c.from, c.to)),
    ) ?? null
  )
}

/** The whole: what is called people, or comes after "we are"; two numbers with "to" or a dash between leave the choice. */
function totalIn(text: string, nouns: string, but: readonly (Count | null)[]): Count | Read<number> | null {
  const free = (c: Count) => but.every((b) => !b || c.to <= b.from || c.from >= b.to)
  const range = new RegExp(`${START}${N}\\s?(?:-|–|to|bis|a|à|or|oder|ou|o)\\s?${N}\\s(?:${PEOPLE})${END}`, 'u').exec(
    text,
  )
  if (range) {
    const or = [numberOf(range[1]!), numberOf(range[2]!)]
    return { value: null, at: [spanOf(range)], or }
  }
  const called = countsOf(text, nouns).find(free)
  if (called) return called
  const ABOUT =
    '(?:(?:about|around|approx\\.?|roughly|probably|etwa|ca\\.?|ungefahr|zu|environ|une|unas|unos|alrededor de)\\s)?'
  const weAre = countsOf(text, `(?<![\\p{L}])(?:${WE_ARE})\\s${ABOUT}${N}${END}${NOT_UNIT}`).find(free)
  if (weAre) return weAre
  const zu = countsOf(text, `(?<![\\p{L}])zu (zweit|dritt|viert|funft|sechst|siebt|acht|neunt|zehnt|zwolft)${END}`)[0]
  if (zu) return zu
  const MONTHLESS = `(?!\\s(?:of |de )?(?:jan|feb|mar|apr|may|mai|jun|jul|aug|sep|oct|okt|nov|dec|dez|ene|abr|ago|dic|aou|fev|avr))`
  return (
    countsOf(
      text,
      `(?<![\\p{L}])(?:for|fur|pour|para)\\s${ABOUT}${N}${END}${NOT_UNIT}${MONTHLESS}(?=\\s*(?:[,.;!?–-]|$|\\n|in |im |at |on |am |en |el |le |people|with|mit|avec|con))`,
    ).find(free) ?? null
  )
}
