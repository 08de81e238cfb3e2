import type { Blank, Proposal } from '../document/blanks'
import { namedField } from '../document/find-blanks'
import type { Block, Inline, Section } from '../document/model'
import { mapBlocks, walkBlocks } from '../document/walk'
import { BREAKS, FIELD_SIGNS, type LetterField, SIGN, SIGNS, indexOfSection, indexOfSign } from './signs'

type Text = Extract<Block, { t: 'paragraph' | 'heading' }>

const COUNTS: Record<string, Inline> = { [SIGN.page]: { t: 'page' }, [SIGN.pages]: { t: 'pages' } }

/** Inline content with page numbers where their signs stood; other signs but those of fields are taken out. */
function counted(content: readonly Inline[]): Inline[] {
  return content.flatMap((i): Inline[] =>
    i.t !== 'text'
      ? [i]
      : i.text
          .split(/([\uE000\uE001])/)
          .filter(Boolean)
          .map((part) => COUNTS[part] ?? { ...i, text: part.replace(/[\uE002-\uE005\uE007-\uE0FF]/g, '') })
          .filter((x) => x.t !== 'text' || x.text),
  )
}

/** Content cut where a page, a column or a section begins, each piece with the sign in front of it. */
function pieces(content: readonly Inline[]): { sign: string | null; content: Inline[] }[] {
  const out: { sign: string | null; content: Inline[] }[] = [{ sign: null, content: [] }]
  for (const i of content) {
    if (i.t !== 'text') {
      out.at(-1)!.content.push(i)
      continue
    }
    i.text.split(BREAKS).forEach((text, k) => {
      if (k % 2) out.push({ sign: text, content: [] })
      else if (text) out.at(-1)!.content.push({ ...i, text })
    })
  }
  return out
}

const trimmed = (content: Inline[]): Inline[] =>
  content.flatMap((i, k): Inline[] => {
    if (i.t !== 'text') return [i]
    let { text } = i
    if (k === 0) text = text.trimStart()
    if (k === content.length - 1) text = text.trimEnd()
    return text ? [{ ...i, text }] : []
  })

/** The block a sign stands for. */
const broken = (sign: string, sections: readonly Section[]): Block =>
  sign === SIGN.newPage
    ? { t: 'pageBreak' }
    : sign === SIGN.newColumn
      ? { t: 'pageBreak', column: true }
      : (sections[indexOfSection(sign)] ?? { t: 'pageBreak' })

function textBlock(b: Text, sections: readonly Section[]): Block[] {
  const said = b.content.map((i) => (i.t === 'text' ? i.text : ' ')).join('')
  if (said.trim() === SIGN.rule) return [{ t: 'rule' }]
  const align = said.includes(SIGN.center) ? 'center' : said.includes(SIGN.right) ? 'right' : undefined
  const out: Block[] = []
  pieces(b.content).forEach((piece) => {
    if (piece.sign) out.push(broken(piece.sign, sections))
    const content = trimmed(counted(piece.content))
    if (content.length) out.push({ ...b, content, ...(align && b.t === 'paragraph' ? { align } : {}) })
  })
  return out
}

/**
 * What a letter’s signs stand for, in blocks: page numbers, new pages and columns, rules, where words stand, where each of
 * its `sections` begins. Signs of fields stay.
 */
export function readSigns(blocks: readonly Block[], sections: readonly Section[] = []): Block[] {
  const read = mapBlocks(blocks, (b) => {
    if (b.t === 'paragraph' || b.t === 'heading') return textBlock(b, sections)
    if (b.t === 'table') return [{ ...b, head: b.head.map((h) => trimmed(counted(h)).map(bareInline)) }]
    return [b]
  })
  // Two ways of saying that a page begins, one after the other, begin one page; none begins before the first words.
  const out = read.filter((b, i) => b.t !== 'pageBreak' || (i > 0 && read[i - 1]!.t !== 'pageBreak'))
  while (out.at(-1)?.t === 'pageBreak') out.pop()
  return out
}

const bareInline = (i: Inline): Inline => (i.t === 'text' ? { ...i, text: i.text.replace(SIGNS, '') } : i)

/** What a field of a letter becomes: by its own name where that says something, else as what stands around it says. */
function proposalOf(field: LetterField, around: Proposal | undefined, party: string, n: number): Proposal {
  // Names that programs give by themselves say nothing.
  const telling =
    field.label || (/^(text|check|kontroll|dropdown|liste|field|feld|champ)\w*\d+$/i.test(field.name) ? '' : field.name)
  const said = telling.replace(/[_-]+/g, ' ').trim()
  const near = around?.kind === 'field' ? around.field : null
  if (field.type === 'text' && !said && around) return around
  const named = field.type === 'text' && said ? namedField(said) : null
  return {
    kind: 'field',
    field: {
      key: `${named ?? field.type}-${n}`,
      type: named ?? field.type,
      party: near?.party ?? party,
      label: (said || near?.label || (around?.kind === 'value' && around.label) || 'Blank').slice(0, 120),
      required: field.type !== 'tick',
      ...(field.options.length ? { options: field.options.slice(0, 40).map((o) => o.slice(0, 200)) } : {}),
      ...(field.name ? { dataName: field.name.slice(0, 80) } : {}),
    },
  }
}

/**
 * Takes the signs of fields out of blocks: the blanks that were found are moved accordingly, each field of the letter is a
 * blank of its own, with its name and choices.
 */
export function readFields(
  blocks: readonly Block[],
  fields: readonly LetterField[],
  found: readonly Blank[],
  party: string,
): { blocks: Block[]; blanks: Blank[] } {
  const blanks: Blank[] = []
  for (const b of walkBlocks(blocks)) {
    const here = found.filter((f) => f.block === b.id)
    if (b.t !== 'paragraph' && b.t !== 'heading') continue
    b.content.forEach((i, index) => {
      if (i.t !== 'text') return
      const bare = (at: number) => i.text.slice(0, at).replace(SIGNS, '').length
      const own = here.filter((f) => f.index === index)
      const taken = new Set<Blank>()
      const mine: Blank[] = []
      for (const m of i.text.matchAll(FIELD_SIGNS)) {
        const field = fields[indexOfSign(m[1]!)]
        const [from, to] = [m.index, m.index + m[0].length]
        const inside = own.filter((f) => f.offset >= from && f.offset < to)
        inside.forEach((f) => taken.add(f))
        if (!field || !b.id) continue
        const before = i.text.slice(0, from).replace(SIGNS, '').slice(-40)
        const propose = proposalOf(field, inside[0]?.propose, party, found.length + blanks.length + mine.length + 1)
        mine.push({ block: b.id, index, offset: bare(from), text: m[2]!, before, propose })
      }
      for (const f of own)
        if (!taken.has(f)) mine.push({ ...f, offset: bare(f.offset), before: f.before.replace(SIGNS, '') })
      blanks.push(...mine.sort((x, y) => x.offset - y.offset))
    })
  }
  return {
    blanks,
    blocks: mapBlocks(blocks, (b) =>
      b.t === 'paragraph' || b.t === 'heading' ? [{ ...b, content: b.content.map(bareInline) }] : [b],
    ),
  }
}
