import { crc32, deflateRawSync, deflateSync } from 'node:zlib'

/**
 * Files made to hurt whoever opens them: small when they come, endless, enormous or contradictory when they are read. Each
 * with the words it has to be refused with.
 */
export interface Hostile {
  name: string
  bytes: Uint8Array
  says: RegExp
}

const join = (...parts: (Uint8Array | string)[]) =>
  Buffer.concat(parts.map((p) => (typeof p === 'string' ? Buffer.from(p, 'latin1') : p)))
const MB = 1_000_000

const chunk = (type: string, data: Uint8Array): Buffer => {
  const body = join(type, data)
  const out = Buffer.alloc(body.length + 8)
  out.writeUInt32BE(data.length, 0)
  body.copy(out, 4)
  out.writeUInt32BE(crc32(body) >>> 0, body.length + 4)
  return out
}
const header = (width: number, height: number, { bits = 8, colour = 6, interlaced = 0 } = {}): Buffer => {
  const data = Buffer.alloc(13)
  data.writeUInt32BE(width, 0)
  data.writeUInt32BE(height, 4)
  data.set([bits, colour, 0, 0, interlaced], 8)
  return chunk('IHDR', data)
}
const MAGIC = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
const END = chunk('IEND', Buffer.alloc(0))
const pixels = (width: number, height: number) => deflateSync(Buffer.alloc((width * 4 + 1) * height))
const png = (...chunks: Buffer[]) => new Uint8Array(join(MAGIC, ...chunks, END))
/** A picture like any other. */
export const goodPng = (width = 40, height = 30) => png(header(width, height), chunk('IDAT', pixels(width, height)))

export const pictures = (): Hostile[] => {
  const packed = deflateSync(Buffer.alloc(400 * MB), { level: 9 })
  return [
    {
      name: 'two-headers.png',
      bytes: png(header(10, 10), header(30_000, 30_000), chunk('IDAT', pixels(10, 10))),
      says: /says twice how large it is/,
    },
    {
      name: 'interlaced.png',
      bytes: png(header(900, 900, { interlaced: 1 }), chunk('IDAT', pixels(900, 900))),
      says: /interlaced/,
    },
    {
      name: 'packed-text.png',
      bytes: png(header(10, 10), chunk('zTXt', join('Comment\0\0', packed)), chunk('IDAT', pixels(10, 10))),
      says: /packed text that unpacks to far more/,
    },
    {
      name: 'packed-international-text.png',
      bytes: png(
        header(10, 10),
        chunk('iTXt', join('Comment\0\x01\0en\0Comment\0', packed)),
        chunk('IDAT', pixels(10, 10)),
      ),
      says: /packed text that unpacks to far more/,
    },
    {
      name: 'packed-profile.png',
      bytes: png(header(10, 10), chunk('iCCP', join('icc\0\0', packed)), chunk('IDAT', pixels(10, 10))),
      says: /packed text that unpacks to far more/,
    },
    {
      name: 'more-than-it-says.png',
      bytes: png(header(10, 10), chunk('IDAT', packed)),
      says: /unpacks to more than it says/,
    },
    { name: 'huge.png', bytes: png(header(60_000, 60_000), chunk('IDAT', pixels(10, 10))), says: /million pixels/ },
    {
      name: 'cut-off.png',
      bytes: goodPng(400, 300).slice(0, 120),
      says: /damaged/,
    },
  ]
}

export const jpegs = (): Hostile[] => {
  const segment = (marker: number, data: Uint8Array) =>
    join(Buffer.from([0xff, marker, (data.length + 2) >> 8, (data.length + 2) & 255]), data)
  const frame = (w: number, h: number) =>
    segment(0xc2, Buffer.from([8, h >> 8, h & 255, w >> 8, w & 255, 1, 1, 0x11, 0]))
  const scan = join(segment(0xda, Buffer.from([1, 1, 0, 0, 0, 0])), Buffer.alloc(40, 0x12))
  const start = Buffer.from([0xff, 0xd8])
  const end = Buffer.from([0xff, 0xd9])
  return [
    {
      name: 'endless-scans.jpg',
      bytes: new Uint8Array(join(start, frame(4000, 4000), ...Array.from({ length: 5000 }, () => scan), end)),
      says: /more scans than anybody/,
    },
    {
      name: 'two-frames.jpg',
      bytes: new Uint8Array(join(start, frame(10, 10), frame(60_000, 60_000), scan, end)),
      says: /says twice how large it is/,
    },
  ]
}

interface Part {
  name: string
  data: Buffer
  /** What the zip claims of it. */
  claims?: number
}
/** A zip, written by hand so that it can lie (APPNOTE 4.3). */
function zip(parts: Part[]): Uint8Array {
  const local: Buffer[] = []
  const central: Buffer[] = []
  let at = 0
  for (const { name, data, claims } of parts) {
    const packed = deflateRawSync(data)
    const size = claims ?? data.length
    const head = Buffer.alloc(26)
    head.set([20, 0, 0, 0, 8, 0], 0)
    head.writeUInt32LE(crc32(data) >>> 0, 10)
    head.writeUInt32LE(packed.length, 14)
    head.writeUInt32LE(size, 18)
    head.writeUInt16LE(name.length, 22)
    local.push(join('PK\x03\x04', head, name, packed))
    const tail = Buffer.alloc(16)
    tail.writeUInt32LE(at, 12)
    central.push(join('PK\x01\x02', Buffer.from([20, 0]), head, tail.subarray(0, 16).subarray(2), name))
    at += local.at(-1)!.length
  }
  const list = Buffer.concat(central)
  const end = Buffer.alloc(18)
  end.writeUInt16LE(Math.min(parts.length, 65_535), 4)
  end.writeUInt16LE(Math.min(parts.length, 65_535), 6)
  end.writeUInt32LE(list.length, 8)
  end.writeUInt32LE(at, 12)
  return new Uint8Array(join(...local, list, 'PK\x05\x06', end))
}

const TYPES =
  '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>'
const RELS =
  '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>'
const document = (body: string) =>
  Buffer.from(
    `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`,
  )
const docx = (body: Buffer, ...more: Part[]) =>
  zip([
    { name: '[Content_Types].xml', data: Buffer.from(TYPES) },
    { name: '_rels/.rels', data: Buffer.from(RELS) },
    { name: 'word/document.xml', data: body },
    ...more,
  ])
const PARAGRAPH = '<w:p><w:r><w:t>A paragraph of a letter that says little.</w:t></w:r></w:p>'
/** A letter like any other. */
export const goodDocx = () => docx(document(PARAGRAPH))

export const letters = (): Hostile[] => {
  const empty = Buffer.from('x')
  return [
    {
      name: 'many-parts.docx',
      bytes: docx(
        document(PARAGRAPH),
        ...Array.from({ length: 60_000 }, (_, i) => ({ name: `word/media/${i}.xml`, data: empty })),
      ),
      says: /60,003 parts/,
    },
    {
      name: 'seventy-megabytes.docx',
      bytes: docx(document(PARAGRAPH.repeat(Math.ceil((70 * MB) / PARAGRAPH.length)))),
      says: /more than 15 MB of text/,
    },
    {
      name: 'large-pictures.docx',
      bytes: docx(
        document(PARAGRAPH),
        ...[1, 2, 3].map((n) => ({ name: `word/media/${n}.bin`, data: Buffer.alloc(30 * MB) })),
      ),
      says: /more than 60 MB/,
    },
    {
      name: 'says-it-is-small.docx',
      bytes: docx(document(PARAGRAPH), { name: 'word/media/a.bin', data: Buffer.alloc(200 * MB), claims: 1000 }),
      says: /says it is smaller than it is/,
    },
    {
      name: 'nested.docx',
      bytes: docx(document(`<w:p>${'<w:smartTag>'.repeat(200_000)}${'</w:smartTag>'.repeat(200_000)}</w:p>`)),
      says: /nests its parts so deeply|damaged/,
    },
  ]
}

const PAGE = '3 0 obj << /Type /Page /Parent 2 0 R /MediaBox [0 0 300 300] /Resources << >> >> endobj\n'
/** A PDF of hand-written objects, its cross-reference left for the reader to find. */
const pdf = (catalog: string, ...objects: (string | Buffer)[]) =>
  new Uint8Array(
    join(
      '%PDF-1.7\n',
      `1 0 obj << /Type /Catalog /Pages 2 0 R ${catalog} >> endobj\n2 0 obj << /Type /Pages /Kids [3 0 R] /Count 1 >> endobj\n`,
      ...objects,
      'trailer << /Root 1 0 R /Size 10 >>\nstartxref\n0\n%%EOF\n',
    ),
  )
const stream = (n: number, dict: string, data: Buffer) =>
  join(`${n} 0 obj << ${dict} /Length ${data.length} >>\nstream\n`, data, '\nendstream endobj\n')

export const pdfs = (): Hostile[] => {
  const million = 1_000_000
  const fields = (n: number) =>
    Array.from({ length: n }, (_, i) => `${i + 10} 0 obj<</Kids[${i + 11} 0 R]>>endobj\n`).join('')
  const laughs = Array.from({ length: 12 }, (_, i) =>
    stream(
      20 + i,
      `/Type /XObject /Subtype /Form /BBox [0 0 9 9] /Resources << /XObject << /F ${21 + i} 0 R >> >>`,
      Buffer.from('/F Do '.repeat(i === 11 ? 0 : 10)),
    ),
  )
  const bomb = deflateSync(Buffer.alloc(500 * MB), { level: 9 })
  const twice = deflateSync(bomb, { level: 9 })
  return [
    {
      name: 'a-million-fields-deep.pdf',
      bytes: pdf('/AcroForm << /Fields [10 0 R] >>', PAGE, fields(million)),
      says: /more than 80,000 parts/,
    },
    {
      name: 'fields-deep.pdf',
      bytes: pdf('/AcroForm << /Fields [10 0 R] >>', PAGE, fields(60_000)),
      says: /nests its parts so deeply/,
    },
    {
      name: 'arrays-deep.pdf',
      bytes: pdf('', PAGE, `9 0 obj ${'['.repeat(million)}${']'.repeat(million)} endobj\n`),
      says: /nests its parts so deeply/,
    },
    {
      name: 'forms-within-forms.pdf',
      bytes: pdf(
        '',
        PAGE.replace('/Resources << >>', '/Contents 8 0 R /Resources << /XObject << /F 20 0 R >> >>'),
        stream(8, '', Buffer.from('/F Do')),
        ...laughs,
      ),
      says: /within each other without end/,
    },
    {
      name: 'object-bomb.pdf',
      bytes: pdf('', PAGE, stream(9, '/Type /ObjStm /N 1 /First 4 /Filter /FlateDecode', bomb)),
      says: /unpacks to far more/,
    },
    {
      name: 'content-bomb.pdf',
      bytes: pdf(
        '',
        PAGE.replace('/Resources', '/Contents 8 0 R /Resources'),
        stream(8, '/Filter [/FlateDecode /FlateDecode]', twice),
      ),
      says: /unpacks to far more/,
    },
    {
      name: 'huge-picture.pdf',
      bytes: pdf(
        '',
        PAGE,
        stream(
          9,
          '/Type /XObject /Subtype /Image /Width 60000 /Height 60000 /BitsPerComponent 8 /ColorSpace /DeviceRGB /Filter /FlateDecode',
          deflateSync(Buffer.alloc(100)),
        ),
      ),
      says: /picture too large/,
    },
    {
      name: 'pages-in-a-circle.pdf',
      bytes: pdf('', '3 0 obj << /Type /Pages /Parent 2 0 R /Kids [2 0 R] /Count 1 >> endobj\n'),
      says: /nests its parts so deeply|damaged/,
    },
  ]
}
