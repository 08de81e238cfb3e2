import {
  EncryptedPDFError,
  PDFHexString,
  PDFString,
  PDFArray,
  PDFDict,
  PDFDocument,
  ParseSpeeds,
  PDFInvalidObject,
  PDFName,
  PDFNumber,
  type PDFObject,
  type PDFRawStream,
  PDFRef,
  PDFStream,
} from '@cantoo/pdf-lib'
import { type Inflate, LIMITS, Unsafe, largestPicture, scanPdf, walkTrees, weighForms } from './guard'
import { shownAs } from './overlay'
import { RefusedFile, type Refusal } from './refusal'

export interface TakenIn {
  pdf: Uint8Array
  pages: { w: number; h: number }[]
  /** What was taken out, in words. */
  removed: string[]
}

/** The most pages of a paper; what is read page by page goes on while one works on the first. */
const PAGES_MAX = 5000

/** Pixels of one picture beyond which drawing it would take more memory than a page is worth. */
const PICTURE_MAX = 200_000_000
const SAFE_ACTIONS = new Set(['GoTo', 'URI', 'Named'])

/** Annotations that only say something; everything else runs, plays or carries a file. */
const PLAIN_NOTES = new Set([
  'Link',
  'Widget',
  'Text',
  'FreeText',
  'Line',
  'Square',
  'Circle',
  'Polygon',
  'PolyLine',
  'Highlight',
  'Underline',
  'Squiggly',
  'StrikeOut',
  'Stamp',
  'Caret',
  'Ink',
  'Popup',
  'Redact',
  'Watermark',
])

const name = (o: PDFObject | undefined): string => (o instanceof PDFName ? o.decodeText() : '')
const REFUSED: Record<string, string> = {
  'not-pdf': 'This is not a PDF, whatever its name says.',
  damaged: 'This PDF is damaged and can’t be read to its end. Ask for it again, or print it to a new PDF.',
  password: 'This PDF is protected. Give its password to open it.',
  'wrong-password': 'That password doesn’t open this PDF.',
  'cut-off':
    'This PDF ends before its end: pages of it are missing. It was cut off when it was sent or saved. Ask for it again.',
  'no-pages': 'There are no pages in this PDF.',
  'too-many-pages': `This PDF has more than ${PAGES_MAX.toLocaleString('en')} pages. Take out the pages that are to be filled and bring in those.`,
  xfa: 'This is an XFA form: its fields are a program, not pages. Open it where it came from and print it to a PDF.',
  signed:
    'This PDF is digitally signed. Marking it would break that signature. It can go with another paper, to be read as it is.',
  picture: 'This PDF holds a picture too large to be drawn. Ask for it in a lower resolution.',
  bomb: 'This PDF unpacks to far more than it could show. Print it to a new PDF and bring in that.',
  'too-deep': 'This PDF nests its parts so deeply that nothing could draw it. Print it to a new PDF and bring in that.',
  'too-many-objects': `This PDF is made of more than ${LIMITS.objects.toLocaleString('en')} parts. Print it to a new PDF and bring in that.`,
  endless: 'This PDF draws the same forms within each other without end. Print it to a new PDF and bring in that.',
}
const refuse = (why: Refusal) => new RefusedFile(why, REFUSED[why]!)

const isTooDeep = (error: unknown) => error instanceof RangeError && /call stack/i.test(error.message)

/** Opens a file; `locked` tells that it was protected, whether or not that took a password. */
async function open(bytes: Uint8Array, password?: string): Promise<{ document: PDFDocument; locked: boolean }> {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 1024))
  if (!head.includes('%PDF-')) throw refuse('not-pdf')
  const load = (with_?: string) =>
    PDFDocument.load(bytes, {
      // In a thread of its own there is nobody to let in between.
      parseSpeed: ParseSpeeds.Fastest,
      updateMetadata: false,
      throwOnInvalidObject: false,
      ...(with_ === undefined ? {} : { password: with_ }),
    })
  const isLock = (error: unknown) =>
    error instanceof EncryptedPDFError || /password|encrypt/i.test(error instanceof Error ? error.message : '')
  try {
    return { document: await load(password), locked: password !== undefined }
  } catch (error) {
    if (isTooDeep(error)) throw refuse('too-deep')
    if (!isLock(error)) throw refuse('damaged')
    if (password !== undefined) throw refuse('wrong-password')
  }
  // Many files are protected against being changed, not against being read: those open with no password.
  try {
    return { document: await load(''), locked: true }
  } catch (error) {
    throw refuse(isLock(error) ? 'password' : 'damaged')
  }
}

/**
 * Takes in somebody else's PDF: opens it (with its password, if it needs one), refuses what can't be marked, and takes out
 * everything that runs or carries files (ISO 32000-1, 7.7.3, 7.11.4, 12.6). Page contents stay as they are.
 */
export async function takeIn(bytes: Uint8Array, inflate: Inflate, password?: string): Promise<TakenIn> {
  try {
    scanPdf(bytes, inflate)
    return await takeApart(await open(bytes, password), bytes, inflate, password)
  } catch (error) {
    if (error instanceof Unsafe) throw refuse(error.why)
    throw error
  }
}

async function takeApart(
  { document, locked }: { document: PDFDocument; locked: boolean },
  bytes: Uint8Array,
  inflate: Inflate,
  password?: string,
): Promise<TakenIn> {
  const { catalog, context } = document
  let pages
  try {
    walkTrees(document)
    weighForms(document, (stream) => unpacked(stream, inflate))
    pages = document.getPages()
  } catch (error) {
    if (error instanceof Unsafe) throw error
    throw refuse('damaged')
  }
  if (largestPicture(document) > PICTURE_MAX) throw refuse('picture')
  const text = latin1(bytes)
  if (!hasEnd(text) || pagesMissing(document, pages.length)) throw refuse('cut-off')
  if (pages.length === 0) throw refuse('no-pages')
  if (pages.length > PAGES_MAX) throw refuse('too-many-pages')
  const removed = new Set<string>()
  if (locked) removed.add(protectionOf(text, password))
  const form = catalog.lookup(PDFName.of('AcroForm'))
  if (form instanceof PDFDict) {
    if (form.has(PDFName.of('XFA'))) {
      const fields = form.lookup(PDFName.of('Fields'))
      // A form that is also an ordinary one keeps that; one that is only XFA has no pages worth the name.
      if (!(fields instanceof PDFArray) || fields.size() === 0 || catalog.has(PDFName.of('NeedsRendering')))
        throw refuse('xfa')
      form.delete(PDFName.of('XFA'))
      removed.add('a second form in XFA (the ordinary form fields stay)')
    }
    if (isSigned(form)) throw refuse('signed')
    if (form.has(PDFName.of('CO'))) form.delete(PDFName.of('CO'))
  }
  clean(catalog, removed, 'the file')
  const names = catalog.lookup(PDFName.of('Names'))
  if (names instanceof PDFDict) {
    if (names.has(PDFName.of('JavaScript'))) removed.add('a script')
    if (names.has(PDFName.of('EmbeddedFiles'))) removed.add('attached files')
    names.delete(PDFName.of('JavaScript'))
    names.delete(PDFName.of('EmbeddedFiles'))
  }
  if (catalog.has(PDFName.of('Collection')))
    removed.add('the files of a portfolio (open it where it came from and bring them in one by one)')
  for (const key of ['OpenAction', 'AA', 'AF', 'Collection', 'Requirements', 'SpiderInfo'])
    catalog.delete(PDFName.of(key))
  for (const [ref, o] of context.enumerateIndirectObjects()) {
    const dict = o instanceof PDFDict ? o : o instanceof PDFStream ? o.dict : null
    if (!dict) continue
    clean(dict, removed, 'a page')
    const type = name(dict.get(PDFName.of('Type')))
    if (type === 'Filespec' || type === 'F' || type === 'EmbeddedFile') {
      if (type !== 'F') removed.add('attached files')
      context.delete(ref)
    }
  }
  for (const page of pages) {
    page.node.delete(PDFName.of('AF'))
    const notes = page.node.lookup(PDFName.of('Annots'))
    if (!(notes instanceof PDFArray)) continue
    for (let i = notes.size() - 1; i >= 0; i -= 1) {
      const note = notes.lookup(i)
      if (!(note instanceof PDFDict)) {
        notes.remove(i)
        continue
      }
      clean(note, removed, 'a page')
      const kind = name(note.lookup(PDFName.of('Subtype')))
      if (PLAIN_NOTES.has(kind)) continue
      removed.add(kind === 'FileAttachment' ? 'attached files' : 'something that plays or moves')
      notes.remove(i)
    }
  }
  const sizes = pages.map((p) => shownAs(p)).map(({ w, h }) => ({ w, h }))
  if (sizes.some(({ w, h }) => !(w > 0 && h > 0 && w <= 20_000 && h <= 20_000))) throw refuse('damaged')
  // Kept as it came where nothing had to change; a protected file is written anew without its protection.
  // Opened, its contents are plain; a word of protection left behind would have them read as cipher.
  if (locked)
    // A cross-reference stream of the locked file, kept as a mere object, would still name its protection.
    for (const [ref, o] of context.enumerateIndirectObjects()) if (isCrossReference(o)) context.delete(ref)
  const { Encrypt } = context.trailerInfo
  if (Encrypt instanceof PDFRef) context.delete(Encrypt)
  context.trailerInfo.Encrypt = undefined
  context.largestObjectNumber = Math.max(...context.enumerateIndirectObjects().map(([ref]) => ref.objectNumber))
  const good = sound(text)
  if (!good && !locked) removed.add('its list of parts, which led nowhere (it was made anew)')
  const untouched = removed.size === 0 && !locked
  const pdf = untouched
    ? bytes
    : await document.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
  return { pdf, pages: sizes, removed: [...removed] }
}

/** What a file’s protection forbids (ISO 32000-1, table 22: the bits that are not set), in words. */
const FORBIDS: [number, string][] = [
  [3, 'printing'],
  [4, 'changing'],
  [5, 'copying'],
  [6, 'notes'],
  [9, 'filling in fields'],
]
function protectionOf(text: string, password?: string): string {
  const at = text.search(/\/Filter\s*\/Standard\b/)
  // The dictionary is never locked itself (7.6.1), and none of its strings is long.
  const bits = Number(/\/P\s+(-?\d+)/.exec(text.slice(Math.max(0, at - 800), at + 800))?.[1] ?? -1)
  const forbids = FORBIDS.filter(([bit]) => (bits & (1 << (bit - 1))) === 0).map(([, word]) => word)
  const what = password ? 'its password' : 'its protection'
  return forbids.length ? `${what}; it forbade ${forbids.join(', ')}: whoever made it may want that kept` : what
}

/** Whether a file has an end at all: what was cut off has none (ISO 32000-1, 7.5.5). Behind it there may be anything but objects. */
function hasEnd(text: string): boolean {
  const end = text.lastIndexOf('startxref')
  return end >= 0 && !/\d+ \d+ obj\b/.test(text.slice(end))
}
const latin1 = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes)

/** Whether the page tree counts more pages than there are, or names some that aren't there. */
function pagesMissing(document: PDFDocument, found: number): boolean {
  const root = document.catalog.lookup(PDFName.of('Pages'))
  const count = root instanceof PDFDict ? root.lookup(PDFName.of('Count')) : undefined
  return count instanceof PDFNumber && count.asNumber() > found
}

/** The most parts of a cross-reference that lead to earlier ones. */
const SECTIONS = 500
/** How many entries of a table are looked up. */
const LOOKED_UP = 400

/**
 * Whether a file says where its cross-reference is, ends as one does, and whether that leads where it says (7.5.4, 7.5.5): to
 * objects of those numbers, and to earlier parts without going round. If not, it is written anew.
 */
function sound(file: string): boolean {
  let at = Number(/startxref\s+(\d+)\s+%%EOF\s*$/.exec(file.slice(-2400))?.[1] ?? Number.NaN)
  const seen = new Set<number>()
  const text = (from: number, length: number) => file.slice(from, from + length)
  for (;;) {
    if (!(at > 0 && at < file.length) || seen.has(at) || seen.size > SECTIONS) return false
    seen.add(at)
    const head = text(at, 40)
    // A cross-reference stream is read whole by whoever reads it, or not at all.
    if (/^\s*\d+ \d+ obj/.test(head)) {
      const prev = /\/Prev\s+(\d+)/.exec(text(at, 1000).split('stream')[0]!)
      if (!prev) return true
      at = Number(prev[1])
      continue
    }
    if (!/^\s*xref\b/.test(head)) return false
    const section = text(at, 20 * LOOKED_UP + 2000)
    let number = 0
    for (const line of section.split(/\r\n?|\n/).slice(1)) {
      const [, first, count] = /^\s*(\d+)\s+(\d+)\s*$/.exec(line) ?? []
      if (count !== undefined) number = Number(first)
      const [, offset, , kind] = /^(\d{10})\s(\d{5})\s([nf])/.exec(line) ?? []
      if (offset === undefined) {
        if (count === undefined && line.trim()) break
        continue
      }
      if (kind === 'n' && !new RegExp(`^\\s*${number}\\s+\\d+\\s+obj`).test(text(Number(offset), 40))) return false
      number += 1
    }
    const trailer = text(at, 4_000_000)
    const behind = trailer.slice(trailer.indexOf('trailer')).split('startxref')[0]!
    const prev = /\/Prev\s+(\d+)/.exec(behind)
    if (!prev) return true
    at = Number(prev[1])
  }
}

/** Addresses a link may lead to; any other kind could run something. */
const SAFE_ADDRESS = /^\s*(https?:|mailto:|tel:|[^:]*$)/i
const addressOf = (action: PDFDict): string => {
  const uri = action.lookup(PDFName.of('URI'))
  return uri instanceof PDFString || uri instanceof PDFHexString ? uri.decodeText() : ''
}
const isRunning = (action: PDFObject | undefined): boolean =>
  action instanceof PDFDict &&
  action.has(PDFName.of('S')) &&
  (!SAFE_ACTIONS.has(name(action.lookup(PDFName.of('S')))) || !SAFE_ADDRESS.test(addressOf(action)))

/** Takes actions that run, start or send something out of a dictionary. */
function clean(dict: PDFDict, removed: Set<string>, where: string): void {
  for (const key of ['A', 'OpenAction', 'PA']) {
    const action = dict.lookup(PDFName.of(key))
    if (!isRunning(action)) {
      if (action instanceof PDFDict && action.has(PDFName.of('S'))) action.delete(PDFName.of('Next'))
      continue
    }
    const kind = name((action as PDFDict).lookup(PDFName.of('S')))
    removed.add(
      kind === 'JavaScript'
        ? 'a script'
        : kind === 'Launch'
          ? 'an action that starts a program'
          : kind === 'URI'
            ? 'a link that runs something'
            : kind === 'SubmitForm'
              ? 'a button that sends the form away'
              : `an action of ${where} (${kind.slice(0, 30)})`,
    )
    dict.delete(PDFName.of(key))
  }
  const more = dict.lookup(PDFName.of('AA'))
  if (more instanceof PDFDict) {
    if (more.keys().length) removed.add('a script')
    dict.delete(PDFName.of('AA'))
  }
  dict.delete(PDFName.of('JS'))
}

/** Whether an object is a cross-reference stream; of a locked file it could not be deciphered and is kept as raw bytes. */
function isCrossReference(o: PDFObject): boolean {
  if (o instanceof PDFStream) return name(o.dict.get(PDFName.of('Type'))) === 'XRef'
  const raw = (o as { data?: unknown }).data
  return (
    o instanceof PDFInvalidObject &&
    raw instanceof Uint8Array &&
    /\/Type\s*\/XRef\b/.test(new TextDecoder('latin1').decode(raw.subarray(0, 400)))
  )
}

function isSigned(form: PDFDict): boolean {
  const visit = (list: PDFObject | undefined, depth: number): boolean => {
    if (!(list instanceof PDFArray) || depth > 12) return false
    for (let i = 0; i < list.size(); i += 1) {
      const field = list.lookup(i)
      if (!(field instanceof PDFDict)) continue
      if (name(field.lookup(PDFName.of('FT'))) === 'Sig' && field.lookup(PDFName.of('V')) instanceof PDFDict)
        return true
      if (visit(field.lookup(PDFName.of('Kids')), depth + 1)) return true
    }
    return false
  }
  return visit(form.lookup(PDFName.of('Fields')), 0)
}

/** A stream's bytes, through its filters where they are plain ones; as they are otherwise. */
function unpacked(stream: PDFRawStream, inflate: Inflate): Uint8Array {
  const filter = stream.dict.lookup(PDFName.of('Filter'))
  const names = filter instanceof PDFArray ? filter.asArray().map(name) : [name(filter)].filter(Boolean)
  let bytes = stream.contents
  for (const f of names) {
    if (f !== 'FlateDecode' && f !== 'Fl') return new Uint8Array()
    const next = inflate(bytes, LIMITS.stream)
    if (next === null) throw new Unsafe('bomb')
    bytes = next
  }
  return bytes
}
