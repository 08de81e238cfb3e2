import { marked } from 'marked'
import { ZodError } from 'zod'
import { withPlaces } from '../../../core/document/cells'
import { findBlanks } from '../../../core/document/find-blanks'
import { fromHtml } from '../../../core/document/from-html'
import type { Block, Heads, PaperDocument, Section } from '../../../core/document/model'
import { mapBlocks, mapDocument, mapHeads, withIds } from '../../../core/document/walk'
import type { LetterField } from '../../../core/docx/signs'
import { readFields, readSigns } from '../../../core/docx/unsign'
import { type Brought, type Changes, paperFile } from '../../../shared/library'
import { IMAGE_MAX, pictureProblem, picturesOf } from '../../../core/document/pictures'
import { pictureIn } from './pictures'
import { pictureSize } from './docx/pictures'
import { readLetter } from './docx/read'
import { Refused } from './refused'

const refuse = (words: string) => new Refused(words)
const startsWith = (bytes: Uint8Array, ...magic: number[]) => magic.every((m, i) => bytes[i] === m)

interface Parts {
  heads?: Heads
  body: Block[]
  sections?: Section[]
  left: string[]
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
  return { body, left: [] }
}

async function readMarkdown(text: string): Promise<Parts> {
  // Markdown makes a rule of a line of underscores; a long one is there to be written on.
  const lines = text.replace(/^[ \t]*[xX]?[ \t]*_{8,}[ \t]*$/gm, (line) => `\n${line.trim().replace(/_/g, '\\_')}\n`)
  const { blocks, left } = fromHtml(await marked.parse(lines, { gfm: true }), pictureSize)
  return { body: blocks, left }
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

const KNOWN = [
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
]

/**
 * Reads a file somebody brings in; nothing is kept yet. What couldn’t be taken is listed, blanks come as proposals for `facts`
 * of the job kinds; changes that are tracked in it are settled as `changes` says.
 */
export async function bringFile({
  name: fileName,
  bytes,
  facts,
  changes = 'taken',
}: {
  name: string
  bytes: Uint8Array
  facts: readonly string[]
  changes?: Changes
}): Promise<Brought> {
  const [, stem, extension] = /^(.*?)(?:\.([A-Za-z0-9]+))?$/s.exec(fileName)!
  const name = (stem || 'Untitled').slice(0, 120)
  const type = extension?.toLowerCase() ?? ''
  const none = { count: 0, by: [] }
  if (type === 'json') {
    const { document, kind, name: own } = readJson(decode(bytes))
    return { name: own || name, kind, document: withIds(document), left: [], blanks: [], changes: none }
  }
  if (startsWith(bytes, 0x25, 0x50, 0x44, 0x46))
    throw refuse('This is a PDF. A finished PDF isn’t rewritten here; bring in the DOCX it was made from.')
  if (['odt', 'ott', 'rtf', 'pages', 'wpd'].includes(type))
    throw refuse(`Upwold can’t read a “.${type}”. Save it as a DOCX where it was written, then bring in that.`)
  const zipped = startsWith(bytes, 0x50, 0x4b) || startsWith(bytes, 0xd0, 0xcf, 0x11, 0xe0)
  let parts: Parts
  let fields: LetterField[] = []
  let tracked: Brought['changes'] = none
  if (['docx', 'docm', 'dotx', 'doc'].includes(type) || zipped) {
    const letter = await readLetter(bytes, changes)
    parts = letter
    fields = letter.fields
    tracked = letter.changes
  } else if (type === 'md' || type === 'markdown') parts = await readMarkdown(decode(bytes))
  else if (type === 'txt' || type === 'text' || type === '') parts = readText(decode(bytes))
  else throw refuse(`Upwold can’t read a “.${type}”. Bring in a DOCX, Markdown, plain text, or JSON of its own.`)
  if (parts.body.length === 0) throw refuse('There is no text in this file.')
  const sections = (parts.sections ?? []).map((s) =>
    s.heads ? { ...s, heads: mapHeads(s.heads, (list) => readSigns(list)) } : s,
  )
  const signed = withIds(
    mapDocument(
      {
        title: name,
        language: 'en-GB',
        parties: [
          { key: 'client', label: 'Client' },
          { key: 'business', label: 'Business' },
        ],
        ...(parts.heads ?? { header: [], footer: [] }),
        body: parts.body,
      },
      (blocks) => mapBlocks(readSigns(blocks, sections), (b) => [withPlaces(b)]),
    ),
  )
  const known = [...KNOWN, ...facts.map((key) => `job.${key}`)].map((path) => ({ path, label: path }))
  const found = findBlanks(signed, known)
  const blanks: Brought['blanks'] = []
  const document = mapDocument(signed, (blocks) => {
    const read = readFields(blocks, fields, found.blanks, 'client')
    blanks.push(...read.blanks)
    return read.blocks
  })
  return {
    name,
    kind: 'contract',
    document: { ...document, parties: [...document.parties, ...found.more].slice(0, 12) },
    left: parts.left,
    blanks,
    changes: tracked,
  }
}
