import { typeNamed, partyNamed } from '../blanks/judge'
import { partyFor } from '../blanks/parties'
import { type WordList, WORD_LISTS, listsFor, plainText } from '../blanks/words/index'
import type { Blank, Proposal } from './blanks'
import { toFill } from './cells'
import type { FieldSpec } from './field'
import type { Block, Inline, PaperDocument, Party } from './model'
import { squeeze, valueNamed } from './named'
import { blocksOf, footersOf, headersOf, walkBlocks, wordsOfInlines } from './walk'

/** A value by which a blank may be filled, with the words people use for it. */
interface KnownValue {
  path: string
  label: string
}

/** The most letters that say what a line is for. */
const CAPTION = 60
const BOX = /[☐☑☒□❏❑❒▢]|\[[ xX_]{1,2}\]/g
const BLANK = new RegExp(
  `${BOX.source}|_{3,}|\\.{6,}|…{2,}|\\[[^\\][]{0,60}\\]|\\{\\{[^{}]{0,60}\\}\\}|<<[^<>]{1,60}>>`,
  'g',
)
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
const OWN_WORDS: Record<string, string> = {
  signature: 'Signature',
  initials: 'Initials',
  name: 'Full name',
  date: 'Date of signing',
}

/** What is known of a paper while its blanks are looked at. */
interface Sense {
  known: ReadonlySet<string>
  lists: readonly WordList[]
}

/** The kind of field some words name; null where they name none. */
export const namedField = (said: string, lists: readonly WordList[] = WORD_LISTS): FieldSpec['type'] | null =>
  fieldSaid(said)?.[1] ?? typeNamed(said, lists)
const fieldSaid = (said: string) => FIELDS.find(([pattern]) => pattern.test(squeeze(said)))

/** What words say a blank is: a value of the job, a field of a kind, or nothing. */
function namedBy(said: string, { known, lists }: Sense): Proposal | null {
  const path = valueNamed(said, known)
  if (path) return { kind: 'value', path, label: said }
  const field = fieldSaid(said)
  const type = namedField(said, lists)
  return type
    ? {
        kind: 'field',
        field: { key: '', type, party: '', label: field?.[2] ?? OWN_WORDS[type] ?? said, required: true },
      }
    : null
}

/** The first of some words that say what a blank is; a text of that name where none does. */
function guess(inside: string, near: string, around: readonly string[], sense: Sense): Proposal {
  for (const said of inside ? [inside] : [near, ...around]) {
    const found = said.trim() ? namedBy(said, sense) : null
    if (found?.kind === 'field' && inside) return { ...found, field: { ...found.field, label: inside.trim() } }
    if (found) return found
  }
  const label = inside.trim() || near.trim().replace(/[:,.]$/, '') || around.find((a) => a.trim())?.trim() || 'Blank'
  return { kind: 'field', field: { key: '', type: 'text', party: '', label: label.slice(0, 120), required: true } }
}

/** Where a blank stands: the words that may say whose it is, the nearest first. */
interface Around {
  heading: string
  row: string
  column: string
}
/** A paragraph or a heading with what stands around it. */
interface Spot {
  block: Extract<Block, { t: 'paragraph' | 'heading' }>
  around: Around
  /** What an empty cell is for, where it is to be filled. */
  cell: string | null
}

/** Every paragraph and heading with what is around it, in reading order. */
function* spots(blocks: readonly Block[], given: Around): Generator<Spot> {
  const around = { ...given }
  for (const b of blocks) {
    if (b.t === 'heading' || b.t === 'paragraph') {
      const words = wordsOfInlines(b.content).trim()
      yield { block: b, around: { ...around }, cell: null }
      // A short line with nothing to fill in begins a part: `For the hirer`, `The business:`.
      if (words && words.length < CAPTION && words.search(BLANK) < 0 && (b.t === 'heading' || !/[.;,]$/.test(words)))
        around.heading = words
    } else if (b.t === 'list') for (const item of b.items) yield* spots(item, around)
    else if (b.t === 'keep') yield* spots(b.content, around)
    else if (b.t === 'columns') for (const column of b.columns) yield* spots(column, around)
    else if (b.t === 'table') {
      const labels = toFill(b)
      for (const [r, row] of b.rows.entries())
        for (const [c, cell] of row.cells.entries()) {
          const inside = { heading: around.heading, row: labels.rowOf(r, c), column: labels.columnOf(c) }
          const label = labels.of(r, c)
          if (label === null) yield* spots(cell, inside)
          else for (const block of cell) if (block.t === 'paragraph') yield { block, around: inside, cell: label }
        }
    }
  }
}

/** The words after a box that say what is ticked; before it where nothing follows. */
const ticks = (after: string, before: string): string => {
  const next = after.split(BLANK)[0]!.trim()
  const label = /[\p{L}\p{N}]/u.test(next)
    ? next
    : before
        .trim()
        .split(/\s{2,}|[.;]/)
        .at(-1)!
  return label.replace(/^[\s:–-]+|[\s,;/|]+$/g, '').slice(0, 120) || 'Tick'
}

/**
 * Finds blanks typed as underscores, dots, brackets or boxes, and cells of tables left empty to be filled, in reading order.
 * Whose each is comes from the words around it; parties nobody has named before are `more`. Blanks of heads and feet can
 * only become values of the job: nobody signs there.
 */
export function findBlanks(document: PaperDocument, known: readonly KnownValue[]): { blanks: Blank[]; more: Party[] } {
  const text = [...walkBlocks(blocksOf(document))].map((b) =>
    'content' in b && b.t !== 'keep' ? wordsOfInlines(b.content) : '',
  )
  const sense = {
    known: new Set(known.map((k) => k.path)),
    lists: listsFor(plainText(text.join(' ')).split(/[^\p{L}]+/u)),
  }
  const parties = new Map(document.parties.map((p) => [p.key, p]))
  const first = document.parties[0]?.key ?? 'client'
  const more = new Map<string, Party>()
  const whose = (words: readonly string[]): string => {
    for (const said of words) {
      const found = said ? partyNamed(said, sense.lists, new Map()) : null
      if (!found) continue
      const party = partyFor(found)
      if (!parties.has(party.key)) more.set(party.key, party)
      return party.key
    }
    return first
  }
  const blanks: Blank[] = []
  const nothing = { heading: '', row: '', column: '' }
  const all = [...spots(document.body, nothing)]
  const words = all.map((s) =>
    s.block.content.map((i) => (i.t === 'text' ? i.text : i.t === 'break' ? ' ' : '')).join(''),
  )
  /** Short words under and above a line that stands by itself. */
  const captions = (at: number) =>
    [words[at + 1], words[at - 1]].filter((w): w is string => !!w && w.length < CAPTION && w.search(BLANK) < 0)
  const add = (blank: Omit<Blank, 'propose'>, propose: Proposal, around: Around, said: string) => {
    if (propose.kind === 'field') {
      const party = whose([propose.field.label, said, around.row, around.column, around.heading])
      propose = { ...propose, field: { ...propose.field, party, key: `${propose.field.type}-${blanks.length + 1}` } }
    }
    blanks.push({ ...blank, propose })
  }
  for (const [at, { block, around, cell }] of all.entries()) {
    if (!block.id) continue
    const where = { block: block.id, index: 0, offset: 0, text: '', before: cell ?? '' }
    if (cell !== null) {
      add(where, guess('', cell, [around.column, around.row], sense), around, '')
      continue
    }
    let before = ''
    for (const [index, i] of block.content.entries()) {
      if (i.t !== 'text') {
        before = ''
        continue
      }
      let from = 0
      for (const m of i.text.matchAll(BLANK)) {
        const ahead = (before + i.text.slice(from, m.index)).slice(-80)
        before = ''
        from = m.index + m[0].length
        const rest = i.text.slice(from, from + CAPTION)
        const spot = { block: block.id, index, offset: m.index, text: m[0], before: ahead.slice(-40) }
        if (m[0].search(BOX) === 0) {
          const label = ticks(rest + wordsOfInlines(block.content.slice(index + 1)), ahead)
          add(spot, { kind: 'field', field: { key: '', type: 'tick', party: '', label, required: false } }, around, '')
          continue
        }
        const inside = /^[[{<]/.test(m[0]) ? m[0].replace(/^[[{<]+|[\]}>]+$/g, '') : ''
        const near = squeezed(ahead)
        // A line by itself is told by what stands behind it, under it, or above it; in a table by its row and column.
        const alone = m[0].length >= 6 && /^[\sxX:]*$/.test(ahead)
        add(
          spot,
          guess(
            /[\p{L}\p{N}]/u.test(inside) ? inside : '',
            near,
            alone ? [rest.split(BLANK)[0]!, around.row, ...captions(at), around.column] : [],
            sense,
          ),
          around,
          ahead,
        )
      }
      before += i.text.slice(from)
    }
  }
  const edges = [...headersOf(document), ...footersOf(document), ...document.body.filter((b) => b.t === 'section')]
  for (const b of walkBlocks(edges))
    if (b.id && (b.t === 'paragraph' || b.t === 'heading')) blanks.push(...valuesIn(b.id, b.content, sense))
  return { blanks, more: [...more.values()] }
}

const squeezed = (ahead: string) => ahead.trim().split(/\s+/).slice(-4).join(' ')

function valuesIn(block: string, content: readonly Inline[], sense: Sense): Blank[] {
  return content.flatMap((i, index): Blank[] => {
    if (i.t !== 'text') return []
    return [...i.text.matchAll(BLANK)].flatMap((m): Blank[] => {
      const before = i.text.slice(0, m.index).split(BLANK).at(-1)!
      const propose = guess(m[0].replace(/[^\p{L}\p{N} ]/gu, '').trim(), squeezed(before), [], sense)
      return propose.kind === 'value'
        ? [{ block, index, offset: m.index, text: m[0], before: before.slice(-40), propose }]
        : []
    })
  })
}
