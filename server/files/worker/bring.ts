import JSZip from 'jszip'
import mammoth from 'mammoth'
import { marked } from 'marked'
import { ZodError } from 'zod'
import { findBlanks } from '../../../core/document/blanks'
import { fromHtml } from '../../../core/document/from-html'
import type { Block, PaperDocument } from '../../../core/document/model'
import { withIds } from '../../../core/document/walk'
import { type Brought, paperFile } from '../../../shared/library'
import { IMAGE_MAX, pictureProblem, picturesOf } from '../../../core/document/pictures'
import { pictureIn } from './pictures'
import { writeShown } from './docx-shown'
import { Refused } from './refused'
import { openZip } from './zip'

const refuse = (words: string) => new Refused(words)
const damaged = () => refuse('This DOCX is damaged and can’t be read. Open it where it was written and save it anew.')

/** Width and height of a picture that can be drawn; null for anything else. */
const pictureSize = (src: string) => {
  const info = pictureIn(src, IMAGE_MAX)
  return 'refused' in info ? null : info
}
const startsWith = (bytes: Uint8Array, ...magic: number[]) => magic.every((m, i) => bytes[i] === m)

interface Parts {
  header: Block[]
  body: Block[]
  footer: Block[]
  left: string[]
}

async function openDocx(bytes: Uint8Array): Promise<JSZip> {
  // A compound file in place of a zip is how an encrypted DOCX, or an old DOC, comes.
  if (startsWith(bytes, 0xd0, 0xcf, 0x11, 0xe0))
    throw refuse(
      'This file is protected by a password, or is an old DOC. Save it as a DOCX without a password, then bring it in.',
    )
  if (!startsWith(bytes, 0x50, 0x4b)) throw refuse('This is not a DOCX, whatever its name says.')
  const zip = await openZip(bytes)
  if (!zip.file('word/document.xml')) throw refuse('This is not a DOCX, whatever its name says.')
  return zip
}

const CHANGED = /<w:(ins|del) /
/** Headers and footers as their own documents: the same file with its body exchanged for theirs. */
async function edge(zip: JSZip, which: 'header' | 'footer'): Promise<Buffer | null> {
  const name = Object.keys(zip.files)
    .filter((f) => new RegExp(`^word/${which}\\d*\\.xml$`).test(f))
    .sort()
  for (const file of name) {
    const xml = await zip.file(file)!.async('string')
    const inner = /<w:(?:hdr|ftr)\b[^>]*>([\s\S]*)<\/w:(?:hdr|ftr)>/.exec(xml)?.[1]
    if (!inner || !/<w:t[ >]|<w:drawing\b/.test(inner)) continue
    const open = /<w:(?:hdr|ftr)\b([^>]*)>/.exec(xml)![1]!
    const copy = await JSZip.loadAsync(await zip.generateAsync({ type: 'uint8array' }))
    copy.file(
      'word/document.xml',
      `<?xml version="1.0" encoding="UTF-8"?><w:document${open}><w:body>${inner}</w:body></w:document>`,
    )
    const rels = zip.file(`word/_rels/${file.slice(5)}.rels`)
    if (rels) copy.file('word/_rels/document.xml.rels', await rels.async('string'))
    return copy.generateAsync({ type: 'nodebuffer' })
  }
  return null
}

/** English metric units to the point (ISO/IEC 29500-1, 20.1.2.1). */
const EMU = 12_700
/** The most drawings that are looked at, and how much of one: its size and its picture stand at its beginning. */
const DRAWINGS = 400
const DRAWING_HEAD = 4000
/** How large each picture of a file is drawn, in points: in their order, by what the picture is (base64). */
async function drawnSizes(zip: JSZip): Promise<Map<string, { width: number; height: number }[]>> {
  const out = new Map<string, { width: number; height: number }[]>()
  const pictures = new Map<string, string>()
  const rels = (await zip.file('word/_rels/document.xml.rels')?.async('string')) ?? ''
  const targets = new Map(
    rels
      .split('<Relationship ')
      .map((r) => [/\bId="([^"]{1,80})"/.exec(r)?.[1] ?? '', /\bTarget="([^"]{1,200})"/.exec(r)?.[1] ?? '']),
  )
  const xml = await zip.file('word/document.xml')!.async('string')
  for (const drawing of xml
    .split('<w:drawing')
    .slice(1, DRAWINGS)
    .map((d) => d.slice(0, DRAWING_HEAD))) {
    const extent = /<wp:extent\b[^>]{0,200}>/.exec(drawing)?.[0] ?? ''
    const [cx, cy] = ['cx', 'cy'].map((k) => Number(new RegExp(`\\b${k}="(\\d{1,12})"`).exec(extent)?.[1] ?? 0))
    const target = targets.get(/\br:embed="([^"]{1,80})"/.exec(drawing)?.[1] ?? '') ?? ''
    const file = zip.file(`word/${target}`)
    if (!cx || !cy || !file) continue
    const key = pictures.get(target) ?? (await file.async('base64'))
    pictures.set(target, key)
    out.set(key, [...(out.get(key) ?? []), { width: cx / EMU, height: cy / EMU }])
  }
  return out
}

/** Writes into the words what a letter only shows; where its XML is broken, whoever reads it next says so. */
async function shown(zip: JSZip): Promise<void> {
  try {
    await writeShown(zip)
  } catch (error) {
    if (error instanceof RangeError) throw error
    throw damaged()
  }
}

async function readDocx(bytes: Uint8Array): Promise<Parts> {
  const zip = await openDocx(bytes)
  const left = new Set<string>()
  if (Object.keys(zip.files).some((f) => /vbaProject/i.test(f))) left.add('a macro; nothing of it was run')
  const xml = await zip.file('word/document.xml')!.async('string')
  if (CHANGED.test(xml)) left.add('tracked changes (the text as last changed was taken)')
  if (zip.file('word/comments.xml')) left.add('comments')
  if (/<w:cols [^>]*w:num="[2-9]/.test(xml)) left.add('columns of running text')
  if (/<w:txbxContent/.test(xml)) left.add('text boxes (their text stands in the flow)')
  if (/<m:oMath/.test(xml)) left.add('formulas')
  await shown(zip)
  const read = async (file: Buffer, opened?: JSZip): Promise<Block[]> => {
    const sizes = await drawnSizes(opened ?? (await JSZip.loadAsync(file)))
    const convertImage = mammoth.images.imgElement(async (image) => {
      const data = await image.readAsBase64String()
      const size = sizes.get(data)?.shift()
      const src = `data:${image.contentType};base64,${data}`
      return size ? { src, style: `width:${size.width}pt;height:${size.height}pt` } : { src }
    })
    let result: { value: string; messages: { message: string }[] }
    try {
      result = await mammoth.convertToHtml(
        { buffer: file },
        { convertImage, styleMap: ['u => u', 'strike => s', "p[style-name='Title'] => h1:fresh"] },
      )
    } catch (error) {
      if (error instanceof RangeError) throw error
      throw damaged()
    }
    const { blocks, left: more } = fromHtml(result.value, pictureSize)
    more.forEach((m) => left.add(m))
    for (const m of result.messages) {
      const element = /unrecognised element was ignored: (.+)$/.exec(m.message)?.[1]
      if (element) left.add(`something of the kind ${element.slice(0, 40)}`)
    }
    return blocks
  }
  const [head, foot] = await Promise.all([edge(zip, 'header'), edge(zip, 'footer')])
  return {
    header: head ? await read(head) : [],
    body: await read(await zip.generateAsync({ type: 'nodebuffer' }), zip),
    footer: foot ? await read(foot) : [],
    left: [...left],
  }
}

function decode(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

function readText(text: string): Parts {
  const body = text
    .replace(/\r\n?/g, '\n')
    .split(/\n{2,}/)
    .map((p) => p.trim())
    .filter(Boolean)
    .map((p, i): Block =>
      i === 0 && p.length < 90 && !/[.:;]$/.test(p) && !p.includes('\n')
        ? { t: 'heading', level: 1, content: [{ t: 'text', text: p }] }
        : {
            t: 'paragraph',
            content: p
              .split('\n')
              .flatMap((line, k) => [...(k ? [{ t: 'break' as const }] : []), { t: 'text' as const, text: line }]),
          },
    )
  return { header: [], body, footer: [], left: [] }
}

async function readMarkdown(text: string): Promise<Parts> {
  // Markdown makes a rule of a line of underscores; a long one is there to be written on.
  const lines = text.replace(/^[ \t]*[xX]?[ \t]*_{8,}[ \t]*$/gm, (line) => `\n${line.trim().replace(/_/g, '\\_')}\n`)
  const { blocks, left } = fromHtml(await marked.parse(lines, { gfm: true }), pictureSize)
  return { header: [], body: blocks, footer: [], left }
}

function readJson(text: string): { kind: Brought['kind']; name: string; document: PaperDocument } {
  let given: unknown
  try {
    given = JSON.parse(text)
  } catch {
    throw refuse('This JSON is damaged and can’t be read.')
  }
  try {
    const { kind, name, document } = paperFile.parse(given)
    for (const src of picturesOf(document)) {
      const info = pictureIn(src, IMAGE_MAX)
      if ('refused' in info) throw refuse(pictureProblem(document, src, info.refused))
    }
    return { kind, name, document }
  } catch (error) {
    if (!(error instanceof ZodError)) throw error
    const [issue] = error.issues
    throw refuse(`This JSON is not a paper of Upwold: ${issue!.path.join('.') || 'the file'}: ${issue!.message}`)
  }
}

/** Reads a file somebody brings in; nothing is kept yet. What couldn’t be taken is listed, blanks come as proposals for `facts` of the job kinds. */
export async function bringFile({
  name: fileName,
  bytes,
  facts,
}: {
  name: string
  bytes: Uint8Array
  facts: readonly string[]
}): Promise<Brought> {
  const [, stem, extension] = /^(.*?)(?:\.([A-Za-z0-9]+))?$/s.exec(fileName)!
  const name = (stem || 'Untitled').slice(0, 120)
  const type = extension?.toLowerCase() ?? ''
  if (type === 'json') {
    const { document, kind, name: own } = readJson(decode(bytes))
    return { name: own || name, kind, document: withIds(document), left: [], blanks: [] }
  }
  if (startsWith(bytes, 0x25, 0x50, 0x44, 0x46))
    throw refuse('This is a PDF. A finished PDF isn’t rewritten here; bring in the DOCX it was made from.')
  const zipped = startsWith(bytes, 0x50, 0x4b) || startsWith(bytes, 0xd0, 0xcf, 0x11, 0xe0)
  let parts: Parts
  if (['docx', 'docm', 'dotx', 'doc'].includes(type) || zipped) parts = await readDocx(bytes)
  else if (type === 'md' || type === 'markdown') parts = await readMarkdown(decode(bytes))
  else if (type === 'txt' || type === 'text' || type === '') parts = readText(decode(bytes))
  else throw refuse(`Upwold can’t read a “.${type}”. Bring in a DOCX, Markdown, plain text, or JSON of its own.`)
  if (parts.body.length === 0) throw refuse('There is no text in this file.')
  const document = withIds({
    title: name,
    language: 'en-GB',
    parties: [
      { key: 'client', label: 'Client' },
      { key: 'business', label: 'Business' },
    ],
    header: parts.header,
    body: parts.body,
    footer: parts.footer,
  })
  const known = [
    ...[
      'client.name',
      'client.email',
      'client.phone',
      'client.address',
      'guest.name',
      'business.legalName',
      'business.address',
      'job.place',
      'job.starts',
      'job.ends',
      'job.people',
      'job.title',
      'money.total',
      'money.deposit',
      'money.balance',
    ],
    ...facts.map((key) => `job.${key}`),
  ].map((path) => ({ path, label: path }))
  return { name, kind: 'contract', document, left: parts.left, blanks: findBlanks(document, known) }
}
