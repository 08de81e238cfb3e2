import {
  PDFArray,
  PDFDict,
  type PDFDocument,
  PDFName,
  PDFNumber,
  PDFRawStream,
  PDFRef,
  type PDFObject,
} from '@cantoo/pdf-lib'

/**
 * What a PDF may hold before anything of it is built. The limits are far beyond what any paper has, and far below what
 * would fill the memory or never end.
 */
export const LIMITS = {
  /** Arrays and dictionaries in one another. */
  depth: 100,
  /** Objects in the file, those in object streams included. */
  objects: 80_000,
  /** Bytes all streams but pictures unpack to. */
  unpacked: 250_000_000,
  /** Bytes one of them unpacks to. */
  stream: 100_000_000,
  /** Levels of pages, fields and of forms drawn within forms. */
  levels: 50,
  /** Times all forms of a page are drawn, those within others counted as often as they are. */
  drawn: 20_000,
} as const

export type GuardReason = 'too-deep' | 'too-many-objects' | 'bomb' | 'endless'
export class Unsafe extends Error {
  constructor(readonly why: GuardReason) {
    super(why)
  }
}
/** Unpacks zlib data to at most `most` bytes; null where there are more. Throws where it is damaged. */
export type Inflate = (data: Uint8Array, most: number) => Uint8Array | null

const code = (c: string) => c.charCodeAt(0)
const [LT, GT, OPEN, CLOSE, ROUND, DNUOR, BACK] = ['<', '>', '[', ']', '(', ')', '\\'].map(code) as [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
]
const latin = new TextDecoder('latin1')

/**
 * Looks through the bytes of a PDF without building anything: how deep it nests, how many objects it has, what its streams
 * unpack to. Throws {@link Unsafe}.
 */
export function scanPdf(bytes: Uint8Array, inflate: Inflate): void {
  let depth = 0
  let objects = 0
  let unpacked = 0
  let dict = 0
  for (let i = 0; i < bytes.length; i += 1) {
    const c = bytes[i]!
    if (c === OPEN || (c === LT && bytes[i + 1] === LT)) {
      if (depth === 0) dict = i
      depth += 1
      if (depth > LIMITS.depth) throw new Unsafe('too-deep')
      if (c === LT) i += 1
    } else if (c === CLOSE || (c === GT && bytes[i + 1] === GT)) {
      depth = Math.max(0, depth - 1)
      if (c === GT) i += 1
    } else if (c === ROUND) i = endOfString(bytes, i)
    else if (c === 0x65 && word(bytes, i, 'endobj')) {
      objects += 1
      // What was left open ends with its object.
      depth = 0
      i += 5
    } else if (c === 0x73 && word(bytes, i, 'stream')) {
      const head = latin.decode(bytes.subarray(Math.max(dict, i - 2000), i))
      const end = indexOf(bytes, 'endstream', i)
      const start = i + (bytes[i + 6] === 0x0d ? 8 : 7)
      // A stream counts by itself, too: a file of nothing but streams has no objects.
      objects += 1 + Number(/\/Type\s*\/ObjStm\b/.test(head) ? (/\/N\s+(\d+)/.exec(head)?.[1] ?? 0) : 0)
      if (!/\/Subtype\s*\/Image\b/.test(head) && /\/(FlateDecode|Fl)\b/.test(head))
        unpacked += sizeOf(bytes.subarray(start, end), head, inflate, LIMITS.unpacked - unpacked)
      depth = 0
      i = end + 8
    }
    if (objects > LIMITS.objects) throw new Unsafe('too-many-objects')
  }
}

/** What a stream unpacks to, through as many filters as it names; what can't be unpacked is 0: nobody else will either. */
function sizeOf(data: Uint8Array, head: string, inflate: Inflate, left: number): number {
  const times = head.match(/\/(FlateDecode|Fl)\b/g)!.length
  if (times > 3) throw new Unsafe('bomb')
  let now = data
  let sum = 0
  for (let n = 0; n < times; n += 1) {
    let next
    try {
      next = inflate(now, Math.min(LIMITS.stream, left - sum))
    } catch {
      return sum
    }
    if (next === null) throw new Unsafe('bomb')
    sum += next.length
    now = next
  }
  return sum
}

/** The longest string that is followed to its end. */
const STRING_MAX = 65_536

function endOfString(bytes: Uint8Array, from: number): number {
  let depth = 0
  for (let i = from; i < bytes.length; i += 1) {
    const c = bytes[i]!
    if (c === BACK) i += 1
    else if (c === ROUND) depth += 1
    else if (c === DNUOR && (depth -= 1) === 0) return i
    // Passed over in one go, closed or not: looked at again from every bracket, a file of them would never end.
    if (i - from > STRING_MAX) return i
  }
  return bytes.length
}
function word(bytes: Uint8Array, at: number, text: string): boolean {
  for (let i = 0; i < text.length; i += 1) if (bytes[at + i] !== text.charCodeAt(i)) return false
  return true
}
function indexOf(bytes: Uint8Array, text: string, from: number): number {
  const first = text.charCodeAt(0)
  for (let i = bytes.indexOf(first, from); i >= 0; i = bytes.indexOf(first, i + 1)) if (word(bytes, i, text)) return i
  return bytes.length
}

const nameOf = (o: PDFObject | undefined) => (o instanceof PDFName ? o.decodeText() : '')
const kidsOf = (dict: PDFDict, key: string): PDFObject[] => {
  const list = dict.lookup(PDFName.of(key))
  return list instanceof PDFArray ? Array.from({ length: list.size() }, (_, i) => list.get(i)!) : []
}

/** Walks the tree of pages and that of fields without calling itself. Throws {@link Unsafe} where one goes too deep or in a circle. */
export function walkTrees(document: PDFDocument): void {
  const { catalog, context } = document
  const form = catalog.lookup(PDFName.of('AcroForm'))
  const roots: [PDFObject[], string][] = [[[catalog.get(PDFName.of('Pages'))].filter((o) => o !== undefined), 'Kids']]
  if (form instanceof PDFDict) roots.push([kidsOf(form, 'Fields'), 'Kids'])
  for (const [first, key] of roots) {
    let level = first
    let seen = 0
    for (let depth = 0; level.length; depth += 1) {
      seen += level.length
      if (depth > LIMITS.levels) throw new Unsafe('too-deep')
      if (seen > LIMITS.objects) throw new Unsafe('too-many-objects')
      level = level.flatMap((o) => {
        const node = o instanceof PDFRef ? context.lookup(o) : o
        return node instanceof PDFDict ? kidsOf(node, key) : []
      })
    }
  }
}

/**
 * How often the forms of a file would be drawn, those within others counted as often as they are: a few that each draw the
 * next ten times never end. Throws {@link Unsafe}. `unpack` gives a stream's bytes.
 */
export function weighForms(document: PDFDocument, unpack: (stream: PDFRawStream) => Uint8Array): void {
  const { context } = document
  const known = new Map<PDFRawStream, number>()
  const open = new Set<PDFRawStream>()
  const weigh = (stream: PDFRawStream, depth: number): number => {
    const before = known.get(stream)
    if (before !== undefined) return before
    if (depth > LIMITS.levels || open.has(stream)) throw new Unsafe(open.has(stream) ? 'endless' : 'too-deep')
    open.add(stream)
    let sum = 1
    const inner = formsIn(stream.dict)
    if (inner.size) {
      const text = latin.decode(unpack(stream))
      for (const [, drawn] of text.matchAll(/\/([^\s/[\]()<>{}%]+)\s+Do\b/g)) {
        const form = inner.get(drawn!)
        if (form) sum += weigh(form, depth + 1)
        if (sum > LIMITS.drawn) throw new Unsafe('endless')
      }
    }
    open.delete(stream)
    known.set(stream, sum)
    return sum
  }
  const formsIn = (dict: PDFDict): Map<string, PDFRawStream> => {
    const out = new Map<string, PDFRawStream>()
    const resources = dict.lookup(PDFName.of('Resources'))
    const list = resources instanceof PDFDict ? resources.lookup(PDFName.of('XObject')) : undefined
    if (list instanceof PDFDict)
      for (const [key, value] of list.entries()) {
        const form = value instanceof PDFRef ? context.lookup(value) : value
        if (form instanceof PDFRawStream && nameOf(form.dict.lookup(PDFName.of('Subtype'))) === 'Form')
          out.set(key.decodeText(), form)
      }
    return out
  }
  for (const [, o] of context.enumerateIndirectObjects())
    if (o instanceof PDFRawStream && nameOf(o.dict.lookup(PDFName.of('Subtype'))) === 'Form') weigh(o, 0)
}

/** Width times height of the largest picture in a file. */
export function largestPicture(document: PDFDocument): number {
  let most = 0
  for (const [, o] of document.context.enumerateIndirectObjects()) {
    if (!(o instanceof PDFRawStream) || nameOf(o.dict.lookup(PDFName.of('Subtype'))) !== 'Image') continue
    const n = (key: string) => {
      const v = o.dict.lookup(PDFName.of(key))
      return v instanceof PDFNumber ? v.asNumber() : 0
    }
    most = Math.max(most, n('Width') * n('Height'))
  }
  return most
}
