import type { Block, Inline, PaperDocument } from './model'
import { mapDocument, mapBlocks, walkBlocks } from './walk'
import type { FieldSpec } from './field'

/** What a blank in the text may become. */
type Proposal = { kind: 'value'; path: string; label: string } | { kind: 'field'; field: FieldSpec }

/** A blank found in text: where it is, what stands there and before it, and what it probably is. */
export interface Blank {
  block: string
  index: number
  offset: number
  text: string
  before: string
  propose: Proposal
}

/** A value by which a blank may be filled, with the words people use for it. */
interface KnownValue {
  path: string
  label: string
}

/** The most letters that say what a line is for. */
const CAPTION = 60
const BLANK = /_{3,}|\.{6,}|…{2,}|\[[^\][]{0,60}\]|\{\{[^{}]{0,60}\}\}|<<[^<>]{1,60}>>/g

/** The value a label names, most telling words first; null where none of the known ones is meant. */
export function valueNamed(label: string, known: ReadonlySet<string>): string | null {
  const said = squeeze(label)
  return HINTS.find(([pattern, path]) => known.has(path) && pattern.test(said))?.[1] ?? null
}

const squeeze = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
/** Words that say which value is meant, most telling first. */
const HINTS: [RegExp, string][] = [
  [
    /\b(client|customer|hirer|your) (full )?name\b|^(client|customer|hirer|name of (the )?(client|hirer))$/,
    'client.name',
  ],
  [/\b(client|customer|hirer|your) (e ?mail)( address)?\b/, 'client.email'],
  [/\b(client|customer|hirer|your) (tele)?phone( number)?\b/, 'client.phone'],
  [/\b(client|customer|hirer|your) address\b/, 'client.address'],
  [/\b(guest|bather|participant)( s)?( full)? name\b|^(guest|bather|participant)$/, 'guest.name'],
  [/\b(company|business|supplier|our) name\b|^(company|supplier|business)$/, 'business.legalName'],
  [/\b(company|business|our) address\b/, 'business.address'],
  [/\b(venue|place|location|site|event address)\b/, 'job.place'],
  [/\b(event|hire|start|job) date\b|^date of (the )?(event|hire)$|^from$/, 'job.starts'],
  [/\b(end|return|collection) date\b|^(to|until)$/, 'job.ends'],
  [/\b(number of (guests|people|participants)|guests|how many people)\b/, 'job.people'],
  [/\b(total|price|fee|amount)( payable| due)?$/, 'money.total'],
  [/\bdeposit( of)?$/, 'money.deposit'],
  [/\bbalance( of)?$/, 'money.balance'],
  [/\b(event|title|job)( name)?$/, 'job.title'],
]
const FIELDS: [RegExp, FieldSpec['type'], string][] = [
  [/\binitials?\b/, 'initials', 'Initials'],
  [/\b(sign(ed|ature)?)\b/, 'signature', 'Signature'],
  [/\b(print(ed)?|full) name\b|^name$/, 'name', 'Full name'],
  [/\bdate\b/, 'date', 'Date of signing'],
  [/\be ?mail\b/, 'email', 'E-mail'],
  [/\b(job title|position|capacity)\b/, 'job-title', 'Job title'],
  [/\b(organisation|organization|company)\b/, 'organisation', 'Organisation'],
  [/\b(number|how many|age)\b/, 'number', 'Number'],
]

function guess(
  inside: string,
  before: string,
  around: readonly string[],
  n: number,
  known: ReadonlySet<string>,
  party: string,
): Proposal {
  const own = squeeze(inside)
  const near = squeeze(before).split(' ').slice(-4).join(' ')
  for (const said of own ? [own] : [near, ...around.map(squeeze)]) {
    const exact = HINTS.find(([pattern, path]) => known.has(path) && pattern.test(said))
    if (exact) return { kind: 'value', path: exact[1], label: inside || near }
    const field = FIELDS.find(([pattern]) => pattern.test(said))
    if (field)
      return {
        kind: 'field',
        field: {
          key: `${field[1]}-${n}`,
          type: field[1],
          party,
          label: own ? inside.trim() : field[2],
          required: true,
        },
      }
  }
  const label =
    inside.trim() ||
    before
      .trim()
      .split(/\s+/)
      .slice(-4)
      .join(' ')
      .replace(/[:,.]$/, '') ||
    'Blank'
  return { kind: 'field', field: { key: `text-${n}`, type: 'text', party, label: label.slice(0, 120), required: true } }
}

/** Finds blanks typed as underscores, dots or brackets, in reading order. */
export function findBlanks(document: PaperDocument, known: readonly KnownValue[]): Blank[] {
  const paths = new Set(known.map((k) => k.path))
  const party = document.parties[0]?.key ?? 'client'
  const found: Blank[] = []
  const texts = [...walkBlocks(document.body)].filter((b) => b.t === 'paragraph' || b.t === 'heading')
  const words = texts.map((b) => b.content.map((i) => (i.t === 'text' ? i.text : i.t === 'break' ? ' ' : '')).join(''))
  /** Short words under and above a line that stands by itself. */
  const captions = (at: number) =>
    [words[at + 1], words[at - 1]].filter((w): w is string => !!w && w.length < CAPTION && w.search(BLANK) < 0)
  for (const [at, b] of texts.entries()) {
    if (!b.id) continue
    let before = ''
    b.content.forEach((i, index) => {
      if (i.t !== 'text') {
        before = ''
        return
      }
      let from = 0
      for (const m of i.text.matchAll(BLANK)) {
        const inside = /^[[{<]/.test(m[0]) ? m[0].replace(/^[[{<]+|[\]}>]+$/g, '') : ''
        const ahead = (before + i.text.slice(from, m.index)).slice(-80)
        before = ''
        from = m.index + m[0].length
        const alone = m[0].length >= 6 && /^[\sxX:]*$/.test(ahead)
        found.push({
          block: b.id!,
          index,
          offset: m.index,
          text: m[0],
          before: ahead.slice(-40),
          propose: guess(
            /[\p{L}\p{N}]/u.test(inside) ? inside : '',
            ahead,
            // A line by itself is told by what stands behind it, under it, or above it.
            alone ? [i.text.slice(from, from + CAPTION).split(BLANK)[0]!, ...captions(at)] : [],
            found.length + 1,
            paths,
            party,
          ),
        })
      }
      before += i.text.slice(from)
    })
  }
  return found
}

const made = (p: Proposal): Inline =>
  p.kind === 'value' ? { t: 'value', path: p.path } : { t: 'field', field: p.field }

/** Puts what was accepted in the place of the blanks. Blanks that were not accepted stay as they are. */
export function fillBlanks(document: PaperDocument, accepted: readonly Blank[]): PaperDocument {
  const fill = (b: Block): Block => {
    if (b.t !== 'paragraph' && b.t !== 'heading') return b
    const here = accepted.filter((a) => a.block === b.id)
    if (here.length === 0) return b
    const content = b.content.flatMap((i, index): Inline[] => {
      if (i.t !== 'text') return [i]
      const out: Inline[] = []
      let at = 0
      for (const a of here.filter((x) => x.index === index).sort((x, y) => x.offset - y.offset)) {
        if (i.text.slice(a.offset, a.offset + a.text.length) !== a.text) continue
        if (a.offset > at) out.push({ ...i, text: i.text.slice(at, a.offset) })
        out.push(made(a.propose))
        at = a.offset + a.text.length
      }
      if (at < i.text.length) out.push({ ...i, text: i.text.slice(at) })
      return out
    })
    return { ...b, content }
  }
  return mapDocument(document, (blocks) => mapBlocks(blocks, (b) => [fill(b)]))
}
