import { type Lang, TONGUES } from './words'

/** A blank of a form that is made: what is to be written there, and by whom. */
export interface Asked {
  id: number
  type: 'signature' | 'initials' | 'date' | 'name' | 'text' | 'checkbox'
  party: string
  /** Nothing marks where it ends. */
  open?: boolean
}
export type Part = string | Asked
interface Signs {
  role: string
  signature: Asked
  name: Asked | null
  date: Asked | null
}
export type Block =
  | { is: 'title' | 'heading' | 'para' | 'note'; text: string }
  | { is: 'sentence'; parts: Part[] }
  | { is: 'fields'; rows: { label: string; blank: Asked }[] }
  | { is: 'ticks'; ask: string; options: { text: string; blank: Asked }[] }
  | { is: 'initial'; text: string; label: string; blank: Asked }
  | { is: 'sign'; people: Signs[] }
  | { is: 'table'; heads: string[]; rows: Asked[][] }
  | { is: 'filled'; rows: string[][]; shaded: boolean }
  | { is: 'leaders'; rows: [string, string][] }
  | { is: 'listing'; lines: string[] }
  | { is: 'columns'; left: string; right: string }
  | { is: 'chart'; values: number[] }
  | { is: 'line' }

/** A manner of laying out a form: where a label stands, what a blank is drawn with, how it is signed. */
export interface Family {
  name: string
  label: 'after' | 'over' | 'under' | 'grid' | 'inside' | 'pair'
  ink: 'underscores' | 'rule' | 'dots' | 'dotted' | 'box' | 'white'
  sign: 'rows' | 'columns' | 'captions' | 'table'
  tick: 'glyph' | 'box' | 'brackets'
  /** Only looked at when everything is done. */
  held: boolean
}
export const FAMILIES: Family[] = [
  { name: 'typed', label: 'after', ink: 'underscores', sign: 'rows', tick: 'brackets', held: false },
  { name: 'ruled', label: 'after', ink: 'rule', sign: 'columns', tick: 'box', held: false },
  { name: 'dotted', label: 'after', ink: 'dots', sign: 'rows', tick: 'glyph', held: false },
  { name: 'captioned', label: 'under', ink: 'rule', sign: 'captions', tick: 'box', held: true },
  { name: 'boxed', label: 'inside', ink: 'box', sign: 'table', tick: 'box', held: false },
  { name: 'gridded', label: 'grid', ink: 'box', sign: 'table', tick: 'glyph', held: false },
  { name: 'stacked', label: 'over', ink: 'rule', sign: 'captions', tick: 'glyph', held: false },
  { name: 'paired', label: 'pair', ink: 'rule', sign: 'columns', tick: 'brackets', held: true },
  { name: 'open', label: 'over', ink: 'box', sign: 'columns', tick: 'box', held: false },
  { name: 'fine', label: 'pair', ink: 'dotted', sign: 'captions', tick: 'box', held: true },
  { name: 'airy', label: 'after', ink: 'white', sign: 'rows', tick: 'glyph', held: true },
  { name: 'spaced', label: 'after', ink: 'white', sign: 'columns', tick: 'box', held: false },
]

export interface Form {
  n: number
  lang: Lang
  family: Family
  blocks: Block[]
  /** A running head and foot with their rules, on every page. */
  running: { head: string; foot: boolean } | null
  size: number
  /** No form at all: an article, a manual, a price list. */
  plain: boolean
}

const PARTICIPANT = /participant|participante/i

/** Numbers from a seed, from 0 to under 1 (mulberry32). */
export function numbers(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** The form of a number, with every blank it has: always the same of the same number. */
export function makeForm(n: number, plain = false): Form {
  const next = numbers(n * 7919 + 13)
  const below = (k: number) => Math.floor(next() * k)
  const one = <T>(list: readonly T[]): T => list[below(list.length)]!
  const some = <T>(list: readonly T[], k: number): T[] => {
    const left = [...list]
    return Array.from({ length: Math.min(k, left.length) }, () => left.splice(below(left.length), 1)[0]!)
  }
  const lang = one(['en', 'en', 'en', 'en', 'de', 'de', 'fr', 'es'] as const)
  const t = TONGUES[lang]
  const family = FAMILIES[n % FAMILIES.length]!
  const [us, them, guest] = [one(t.roles.us), one(t.roles.them), one(t.roles.guest)]
  const forGuests = next() < 0.35
  const main = forGuests ? 'participant' : 'client'
  const whoever = forGuests ? guest : them
  const party: Record<string, string> = { us: 'business', them: 'client' }
  let id = 0
  const ask = (type: Asked['type'], whose: string, open = false): Asked => ({
    ...{ id: id++, type, party: whose },
    ...(open && family.ink === 'white' ? { open } : {}),
  })
  const blocks: Block[] = [{ is: 'title', text: one(t.titles) }]
  const prose = (k: number) => some(t.sentences, k).map((text): Block => ({ is: 'para', text }))
  const furniture = (): Block =>
    one<() => Block>([
      () => ({ is: 'leaders', rows: some(t.prices, 3 + below(2)) }),
      () => ({ is: 'filled', rows: t.goods.map((r) => [...r]), shaded: next() < 0.5 }),
      () => ({ is: 'filled', rows: t.prices.map((r) => [...r]), shaded: next() < 0.5 }),
      () => ({ is: 'columns', left: some(t.sentences, 2).join(' '), right: some(t.sentences, 2).join(' ') }),
      () => ({ is: 'chart', values: Array.from({ length: 5 }, () => 10 + below(70)) }),
      () => ({ is: 'line' }),
      () => ({ is: 'note', text: one(t.sentences) }),
    ])()
  if (plain) {
    for (let k = 0; k < 6 + below(6); k += 1)
      blocks.push(
        { is: 'heading', text: one(t.heads) },
        ...prose(2 + below(3)),
        ...(next() < 0.7 ? [furniture()] : []),
        ...(next() < 0.25 ? [listing] : []),
      )
    return { n, lang, family, blocks, running: { head: one(t.titles), foot: true }, size: 9.5 + below(3) / 2, plain }
  }
  const fields = (whose: string, k: number): Block => {
    const labels: [Asked['type'], string][] = [
      ['name', one(t.asked.name.filter((l) => whose === 'participant' || !PARTICIPANT.test(l)))],
      ...(next() < 0.6 ? [['date', one(t.asked.date)] as [Asked['type'], string]] : []),
      ...some(t.asked.text, k).map((l): [Asked['type'], string] => ['text', l]),
    ]
    return { is: 'fields', rows: labels.map(([type, label]) => ({ label, blank: ask(type, whose) })) }
  }
  if (!forGuests && next() < 0.75) {
    const parts: Part[] = []
    for (const piece of one(t.made).split(/(\{[a-z:]+\})/)) {
      const [, type, whose] = /^\{(\w+)(?::(\w+))?\}$/.exec(piece) ?? []
      if (type === 'us' || type === 'them') parts.push(type === 'us' ? us : them)
      else if (type) parts.push(ask(type as Asked['type'], party[whose ?? 'them']!))
      else parts.push(piece)
    }
    blocks.push({ is: 'sentence', parts: joined(parts) })
  } else blocks.push({ is: 'para', text: `${t.over(whoever)}.` })
  blocks.push(fields(main, 2 + below(5)))
  const sections = below(3)
  for (let k = 0; k < sections; k += 1) {
    blocks.push({ is: 'heading', text: one(t.heads) }, ...prose(1 + below(3)))
    if (next() < 0.55) blocks.push(furniture())
    if (next() < 0.3)
      blocks.push({ is: 'initial', text: one(t.sentences), label: t.initial, blank: ask('initials', main, true) })
  }
  if (next() < 0.6) {
    const [question, options] = one(t.ticks)
    blocks.push({
      is: 'ticks',
      ask: question,
      options: options.map((text) => ({ text, blank: ask('checkbox', main) })),
    })
  }
  if (next() < 0.4) {
    const columns = one(t.columns)
    const rows = Array.from({ length: 3 + below(3) }, () => columns.map((c) => ask(c.type, main)))
    blocks.push({ is: 'heading', text: one(t.heads) }, { is: 'table', heads: columns.map((c) => c.head), rows })
  }
  if (forGuests && next() < 0.5)
    blocks.push({ is: 'heading', text: t.over(t.roles.guardian) }, fields('guardian', 1 + below(2)))
  if (next() < 0.3)
    blocks.push(
      { is: 'heading', text: t.office },
      { is: 'fields', rows: some(t.asked.text, 2).map((label) => ({ label, blank: ask('text', 'business') })) },
    )
  blocks.push(...prose(1))
  const signs = (role: string, whose: string, named: boolean): Signs => ({
    role,
    signature: ask('signature', whose, true),
    name: named ? ask('name', whose, true) : null,
    date: ask('date', whose, true),
  })
  const named = next() < 0.5
  const people = [signs(whoever, main, named)]
  if (forGuests) {
    if (next() < 0.5) people.push(signs(t.roles.guardian, 'guardian', named))
  } else people.push(signs(us, 'business', named))
  if (next() < 0.2) people.push(signs(t.roles.witness, 'witness', named))
  blocks.push({ is: 'sign', people })
  const running = next() < 0.5 ? { head: `${one(t.titles)} · Larkmoor`, foot: next() < 0.7 } : null
  return { n, lang, family, blocks, running, size: 9.5 + below(4) / 2, plain }
}

const listing: Block = {
  is: 'listing',
  lines: [
    'def open_gate(gate_no, at_hour):',
    '    state__before = read_state(gate_no)',
    '',
    '    if state__before == "shut":',
    '        ______________ = None',
    '        return at_hour - 1',
    '',
    '# ------------------------------',
  ],
}
/** Words that stand beside each other as one piece. */
const joined = (parts: Part[]): Part[] => {
  const out: Part[] = []
  for (const p of parts) {
    const last = out.at(-1)
    if (typeof p === 'string' && typeof last === 'string') out[out.length - 1] = last + p
    else if (p !== '') out.push(p)
  }
  return out
}
/** Every blank of a form, by its number. */
export function blanksOf(form: Form): Asked[] {
  const all = form.blocks.flatMap((b): Asked[] => {
    switch (b.is) {
      case 'sentence':
        return b.parts.filter((p): p is Asked => typeof p !== 'string')
      case 'fields':
        return b.rows.map((r) => r.blank)
      case 'ticks':
        return b.options.map((o) => o.blank)
      case 'initial':
        return [b.blank]
      case 'sign':
        return b.people.flatMap((p) => [p.signature, p.name, p.date].filter((x) => x !== null))
      case 'table':
        return b.rows.flat()
      default:
        return []
    }
  })
  return all.sort((a, b) => a.id - b.id)
}
