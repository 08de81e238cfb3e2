import JSZip from 'jszip'
import mammoth from 'mammoth'
import { fromHtml } from '../../../../core/document/from-html'
import type { Block, Edges, Heads, Section } from '../../../../core/document/model'
import { blocksOf, walkBlocks } from '../../../../core/document/walk'
import { linesOfPaper } from '../../../../core/document/lines'
import type { LetterField } from '../../../../core/docx/signs'
import type { Changes } from '../../../../shared/library'
import { Refused } from '../refused'
import { openZip } from '../zip'
import { ADDED, STRUCK, changesIn, settleChanges } from './changes'
import { showFields } from './fields'
import { bringNotes } from './notes'
import { commentsOf, gridsOf, levelled, missing, piecesOf } from './parts'
import { type Sizes, drawnSizes } from './pictures'
import { type EdgeParts, type HeadParts, namesOf, sectionsIn } from './sections'
import { writeShown } from './shown'
import { Letter, first } from './xml'

const NOT_DOCX = 'This is not a DOCX, whatever its name says.'
const damaged = () =>
  new Refused('This DOCX is damaged and can’t be read. Open it where it was written and save it anew.')

/** What came out of a letter: blocks with signs of what words can’t say in them. */
export interface ReadLetter {
  heads: Heads
  body: Block[]
  /** What its sections begin with, in the order of their signs. */
  sections: Section[]
  fields: LetterField[]
  left: string[]
  /** How many changes were tracked in it, and by whom. */
  changes: { count: number; by: string[] }
}

async function open(bytes: Uint8Array): Promise<Letter> {
  // A compound file in place of a zip is how an encrypted DOCX, or an old DOC, comes.
  if ([0xd0, 0xcf, 0x11, 0xe0].every((m, i) => bytes[i] === m))
    throw new Refused(
      'This file is protected by a password, or is an old DOC. Save it as a DOCX without a password, then bring it in.',
    )
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new Refused(NOT_DOCX)
  const zip = await openZip(bytes)
  if (!zip.file('word/document.xml')) throw new Refused(NOT_DOCX)
  return new Letter(zip)
}

/** A part of a letter as a letter of its own: the same file with its body exchanged for that part’s words. */
async function alone(letter: Letter, whole: Uint8Array, part: string): Promise<JSZip> {
  const inner = (await letter.part(part))!.documentElement
  const copy = await JSZip.loadAsync(whole)
  const spaces = Array.from(inner.attributes).map((a) => `${a.name}="${a.value}"`)
  const xml = await letter.zip.file(part)!.async('string')
  const words = /<w:(?:hdr|ftr)\b[^>]*>([\s\S]*)<\/w:(?:hdr|ftr)>/.exec(xml)?.[1] ?? ''
  copy.file(
    'word/document.xml',
    `<?xml version="1.0" encoding="UTF-8"?><w:document ${spaces.join(' ')}><w:body>${words}</w:body></w:document>`,
  )
  const rels = letter.zip.file(part.replace('word/', 'word/_rels/').concat('.rels'))
  if (rels) copy.file('word/_rels/document.xml.rels', await rels.async('string'))
  return copy
}

const STYLES = [
  'u => u',
  'strike => s',
  "p[style-name='Title'] => h1:fresh",
  `r.${ADDED} => ins.added`,
  `r.${STRUCK} => del.struck`,
]

async function blocksIn(bytes: Uint8Array, sizes: Sizes, left: Set<string>): Promise<Block[]> {
  const convertImage = mammoth.images.imgElement(async (image) => {
    const data = await image.readAsBase64String()
    const size = sizes.take(data)
    const src = `data:${image.contentType};base64,${data}`
    return size ? { src, style: `width:${size.width}pt;height:${size.height}pt` } : { src }
  })
  let result: { value: string; messages: { message: string }[] }
  try {
    result = await mammoth.convertToHtml({ buffer: Buffer.from(bytes) }, { convertImage, styleMap: STYLES })
  } catch (error) {
    if (error instanceof RangeError) throw error
    throw damaged()
  }
  const { blocks, left: more } = fromHtml(result.value, sizes.pixels)
  more.forEach((m) => left.add(m))
  return blocks
}

/** Sets the columns of tables as wide as they are there, where they are as many. */
function widened(blocks: readonly Block[], grids: readonly number[][]): void {
  const tables = [...walkBlocks(blocks)].filter((b) => b.t === 'table')
  if (tables.length !== grids.length) return
  tables.forEach((t, i) => {
    const grid = grids[i]!
    if (grid.length !== t.columns.length || grid.some((w) => !(w > 0))) return
    const whole = grid.reduce((n, w) => n + w, 0)
    t.columns.forEach((c, k) => (c.width = Math.round((1000 * grid[k]!) / whole) || 1))
  })
}

/** The most things that are told of one letter. */
const TOLD = 38
const told = (left: string[]): string[] =>
  left.length > TOLD ? [...left.slice(0, TOLD), `${left.length - TOLD} more things of these kinds`] : left

/**
 * Reads a DOCX (ISO/IEC 29500-1): its words in their order with what is only shown written out, tables, notes, heads and feet;
 * tracked changes as `how` says. What has no place on a paper is in `left`, with where it stood; so is every word that
 * didn’t come out. Throws {@link Refused} with the reason.
 */
export async function readLetter(bytes: Uint8Array, how: Changes): Promise<ReadLetter> {
  const letter = await open(bytes)
  const left = new Set<string>()
  if (Object.keys(letter.zip.files).some((f) => /vbaProject/i.test(f))) left.add('a macro; nothing of it was run')
  const fields: LetterField[] = []
  const changes = { count: 0, by: [] as string[] }
  try {
    const doc = await letter.part('word/document.xml')
    const body = doc && first(doc.documentElement, 'w:body')
    if (!doc || !body) throw damaged()
    const bodies = await letter.bodies()
    for (const { doc: d } of bodies) {
      const { count, by } = changesIn(d)
      changes.count += count
      changes.by = [...new Set([...changes.by, ...by])]
      settleChanges(d, how)
      levelled(d, left)
    }
    commentsOf(doc, left)
    const { heads, sections, signs } = await sectionsIn(letter, doc, left)
    await bringNotes(letter, doc)
    for (const { doc: d } of bodies) showFields(d, fields)
    const named = new Set([heads, ...sections.map((s) => s.heads)].flatMap((h) => (h ? namesOf(h) : [])))
    const docs = [doc, ...(await Promise.all([...named].map((n) => letter.part(n)))).flatMap((d) => (d ? [d] : []))]
    const pieces = docs.map(piecesOf)
    await writeShown(letter, signs)
    const grids = gridsOf(doc)
    letter.save()
    const whole = await letter.zip.generateAsync({ type: 'uint8array' })
    const read = async (zip: JSZip, file: Uint8Array, own: number[][]) => {
      const blocks = await blocksIn(file, await drawnSizes(zip), left)
      widened(blocks, own)
      return blocks
    }
    const parts = new Map<string, Block[]>()
    for (const name of named) {
      const zip = await alone(letter, whole, name)
      const file = await zip.generateAsync({ type: 'uint8array' })
      parts.set(name, await read(zip, file, gridsOf((await letter.part(name))!)))
    }
    const headsOf = (h: HeadParts): Heads => {
      const both = ({ header, footer }: EdgeParts): Edges => ({
        header: (header && parts.get(header)) || [],
        footer: (footer && parts.get(footer)) || [],
      })
      return {
        ...both(h),
        ...(h.first ? { first: both(h.first) } : {}),
        ...(h.even ? { even: both(h.even) } : {}),
      }
    }
    const main = await read(letter.zip, whole, grids)
    const out = {
      heads: headsOf(heads),
      sections: sections.map(({ goesOn, columns, heads: own, from }): Section => ({
        t: 'section',
        ...(goesOn ? { goesOn } : {}),
        ...(columns > 1 ? { columns } : {}),
        ...(own ? { heads: headsOf(own) } : {}),
        ...(from === undefined ? {} : { from }),
      })),
      body: main,
    }
    const came = linesOfPaper({
      body: [...blocksOf({ ...out.heads, body: main }), ...out.sections],
      header: [],
      footer: [],
      title: '',
      language: '',
      parties: [],
    }).join('\n')
    // Each part by itself: words are looked for in their order.
    for (const list of pieces) missing(list, came).forEach((place) => left.add(`some words${place}`))
    return { ...out, fields, left: told([...left]), changes }
  } catch (error) {
    if (error instanceof RangeError || error instanceof Refused) throw error
    throw damaged()
  }
}
