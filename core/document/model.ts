import { z } from 'zod'

/**
 * The kinds of place on a paper that somebody fills. `date` is the day of signing and fills itself, `day` is chosen;
 * `take`, `quantity` and `agreed-total` belong to a price table.
 */
export const fieldTypes = [
  'signature',
  'initials',
  'name',
  'job-title',
  'organisation',
  'email',
  'date',
  'day',
  'text',
  'number',
  'choice',
  'choices',
  'tick',
  'attachment',
  'take',
  'quantity',
  'agreed-total',
] as const
/** Those a person puts on a paper; the rest come with a price table. */
export const askedTypes = fieldTypes.filter((t) => t !== 'take' && t !== 'quantity' && t !== 'agreed-total')
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/)
const fieldKey = z.string().min(1).max(80)

/** What another field has to be. `value` is compared as text, as a number where both are numbers, or as days. */
export type FieldRule =
  | { all: FieldRule[] }
  | { any: FieldRule[] }
  | { not: FieldRule }
  | { field: string; is: 'filled' | 'empty' | 'equal' | 'contains' | 'above' | 'below'; value?: string }
export const fieldRule: z.ZodType<FieldRule> = z.lazy(() =>
  z.union([
    z.object({ all: z.array(fieldRule).min(1).max(12) }),
    z.object({ any: z.array(fieldRule).min(1).max(12) }),
    z.object({ not: fieldRule }),
    z.object({
      field: fieldKey,
      is: z.enum(['filled', 'empty', 'equal', 'contains', 'above', 'below']),
      value: z.string().max(200).optional(),
    }),
  ]),
)
/** How an answer has to be written. A `pattern` is one of RE2 that the whole answer has to match. */
export const fieldFormat = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('email') }),
  z.object({ kind: z.literal('phone') }),
  z.object({
    kind: z.literal('postcode'),
    country: z.enum(['GB', 'IE', 'DE', 'FR', 'ES', 'US', 'NL', 'AT', 'CH', 'PT', 'PL']),
  }),
  z.object({ kind: z.literal('letters') }),
  z.object({ kind: z.literal('digits') }),
  z.object({ kind: z.literal('pattern'), pattern: z.string().min(1).max(200), example: z.string().max(120) }),
  z.object({ kind: z.literal('range'), from: z.number().optional(), to: z.number().optional() }),
  z.object({ kind: z.literal('day-order'), order: z.enum(['long', 'dmy', 'mdy', 'iso']) }),
])
export type FieldFormat = z.infer<typeof fieldFormat>
/** A value worked out from other fields: numbers added, answers counted, days between two dates, texts joined. */
export const fieldCompute = z.object({
  how: z.enum(['sum', 'count', 'days', 'join']),
  of: z.array(fieldKey).min(1).max(40),
  /** What stands between joined texts. */
  with: z.string().max(10).optional(),
})
export type FieldCompute = z.infer<typeof fieldCompute>
export const fieldSpec = z.object({
  key: z.string().min(1).max(80),
  type: z.enum(fieldTypes),
  /** The template's place for a person: `client`, `business`, `guest`… */
  party: z.string().min(1).max(40),
  label: z.string().max(200),
  required: z.boolean().default(true),
  help: z.string().max(400).optional(),
  /** Shown faintly in the empty box. */
  placeholder: z.string().max(120).optional(),
  /** Set by the sender: shown, and not to be changed. */
  preset: z.string().max(300).optional(),
  /** Which days a `day` may be; `from` and `to` are days, both included. */
  days: z.object({ rule: z.enum(['past', 'future', 'between']), from: day.optional(), to: day.optional() }).optional(),
  options: z.array(z.string().max(200)).max(40).optional(),
  format: fieldFormat.optional(),
  /** The most characters an answer may have. */
  max: z.number().int().positive().max(2000).optional(),
  /** Asked only when this holds. */
  show: fieldRule.optional(),
  /** Required only when this holds. */
  require: fieldRule.optional(),
  compute: fieldCompute.optional(),
  /** Ticks with the same word here exclude each other. */
  oneOf: z.string().min(1).max(80).optional(),
  /** The name its value leaves under as data. */
  dataName: z.string().trim().min(1).max(80).optional(),
  /** The fact it may be written back to: a path such as `job.gate` or `client.phone`. */
  writeTo: z.string().max(120).optional(),
  /** The priced line a price-table field belongs to. */
  line: z.string().optional(),
})
export type FieldSpec = z.infer<typeof fieldSpec>

export const marks = ['bold', 'italic', 'underline', 'strike'] as const
export type Mark = (typeof marks)[number]

/** A block's own name in its document; amendments, cross-references and notes point to it. */
const blockId = z.string().min(1).max(80)

/** Where a merged value came from: a fact of a record. */
export const valueSource = z.object({
  path: z.string(),
  label: z.string(),
  record: z.enum(['job', 'contact', 'business', 'plan', 'paper']),
  id: z.string().nullable(),
  fact: z.string().nullable(),
})
export type ValueSource = z.infer<typeof valueSource>

/** How a job value is printed: dates `long` 12 June 2026, `short` Fri 12 June 2026, `dmy` 12/06/2026, `mdy`, `iso`. */
export const valueFormats = [
  'plain',
  'upper',
  'long',
  'short',
  'dmy',
  'mdy',
  'iso',
  'amount',
  'number',
  'words',
] as const
export const valueFormat = z.enum(valueFormats)
export type ValueFormat = z.infer<typeof valueFormat>

/** Words of an amendment: struck ones stay to be seen, added ones are underlined. */
const change = z.enum(['struck', 'added']).optional()

export const inline = z.discriminatedUnion('t', [
  z.object({
    t: z.literal('text'),
    text: z.string(),
    marks: z.array(z.enum(marks)).optional(),
    source: valueSource.optional(),
    /** How the value was printed, where it came with a format. */
    format: valueFormat.optional(),
    gap: z.boolean().optional(),
    change,
  }),
  z.object({
    t: z.literal('value'),
    path: z.string(),
    format: valueFormat.optional(),
    fallback: z.string().max(300).optional(),
    marks: z.array(z.enum(marks)).optional(),
    change,
  }),
  z.object({ t: z.literal('field'), field: fieldSpec, width: z.number().positive().max(480).optional() }),
  /** The number of a numbered block. */
  z.object({ t: z.literal('ref'), to: blockId, marks: z.array(z.enum(marks)).optional() }),
  z.object({ t: z.literal('page') }),
  z.object({ t: z.literal('pages') }),
  z.object({ t: z.literal('break') }),
])
export type Inline = z.infer<typeof inline>

/** A condition on a job value: present and not false, zero or empty; or compared with a number. */
export const condition = z.object({
  path: z.string(),
  is: z.enum(['set', 'unset', 'above', 'below']),
  than: z.number().optional(),
})
export type Condition = z.infer<typeof condition>

const when = condition.optional()
const align = z.enum(['left', 'center', 'right']).optional()

type Align = 'left' | 'center' | 'right'
export type Block = { id?: string; when?: Condition } & (
  | { t: 'heading'; level: 1 | 2 | 3; content: Inline[]; numbered?: boolean; number?: string }
  | {
      t: 'paragraph'
      content: Inline[]
      align?: Align
      numbered?: boolean
      /** Stands between two numbered clauses without moving the later ones: the number before it with this letter. */
      suffix?: string
      number?: string
      small?: boolean
      each?: string
    }
  | { t: 'list'; ordered: boolean; items: Block[][] }
  | { t: 'table'; columns: { width: number; align?: Align }[]; head: Inline[][]; rows: TableRow[]; plain?: boolean }
  | { t: 'priceTable'; party: string }
  | { t: 'planTable' }
  | { t: 'image'; src: string; alt: string; width: number; height: number; align?: Align; ground?: Ground }
  | { t: 'rule' }
  | { t: 'space'; height: number }
  | { t: 'pageBreak' }
  | { t: 'keep'; content: Block[] }
  | { t: 'columns'; columns: Block[][] }
  | { t: 'field'; field: FieldSpec; width?: number; height?: number }
  /** A clause of the library: as it is now, or as it was in one edition. */
  | { t: 'clause'; clause: string; edition?: number }
)
export type TableRow = { cells: Block[][]; each?: string; strong?: boolean }
/** What an image stands on: nothing, a chalk ground, or an ink one for a light logo. */
export type Ground = 'chalk' | 'ink'

const tableRow = z.object({
  cells: z.array(z.array(z.lazy(() => block))),
  each: z.string().optional(),
  strong: z.boolean().optional(),
})
const common = { id: blockId.optional(), when }
const size = z.number().positive().max(2000)
export const block: z.ZodType<Block> = z.lazy(() =>
  z.discriminatedUnion('t', [
    z.object({
      ...common,
      t: z.literal('heading'),
      level: z.union([z.literal(1), z.literal(2), z.literal(3)]),
      content: z.array(inline),
      numbered: z.boolean().optional(),
      number: z.string().optional(),
    }),
    z.object({
      ...common,
      t: z.literal('paragraph'),
      content: z.array(inline),
      align,
      numbered: z.boolean().optional(),
      suffix: z.string().max(3).optional(),
      number: z.string().optional(),
      small: z.boolean().optional(),
      each: z.string().optional(),
    }),
    z.object({ ...common, t: z.literal('list'), ordered: z.boolean(), items: z.array(z.array(block)) }),
    z.object({
      ...common,
      t: z.literal('table'),
      columns: z
        .array(z.object({ width: z.number().positive(), align }))
        .min(1)
        .max(20),
      head: z.array(z.array(inline)),
      rows: z.array(tableRow),
      plain: z.boolean().optional(),
    }),
    z.object({ ...common, t: z.literal('priceTable'), party: z.string() }),
    z.object({ ...common, t: z.literal('planTable') }),
    z.object({
      ...common,
      t: z.literal('image'),
      src: z.string().regex(/^data:image\/(png|jpeg);base64,/, 'An image has to be a PNG or JPEG.'),
      alt: z.string().max(400),
      width: size,
      height: size,
      align,
      ground: z.enum(['chalk', 'ink']).optional(),
    }),
    z.object({ ...common, t: z.literal('rule') }),
    z.object({ ...common, t: z.literal('space'), height: z.number().nonnegative().max(400) }),
    z.object({ ...common, t: z.literal('pageBreak') }),
    z.object({ ...common, t: z.literal('keep'), content: z.array(block) }),
    z.object({ ...common, t: z.literal('columns'), columns: z.array(z.array(block)).min(1).max(4) }),
    z.object({
      ...common,
      t: z.literal('field'),
      field: fieldSpec,
      width: size.optional(),
      height: size.optional(),
    }),
    z.object({
      ...common,
      t: z.literal('clause'),
      clause: z.string().min(1).max(60),
      edition: z.number().int().positive().optional(),
    }),
  ]),
) as z.ZodType<Block>

/** A place for a person in a template; its index from 1 is its number and hatch. With `when`, it is there only then. */
export const party = z.object({
  key: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'A party’s key is lower-case letters, digits and hyphens.'),
  label: z.string().trim().min(1, 'Give the party a name.').max(60),
  when,
})
export type Party = z.infer<typeof party>

/** A fact that belongs to one paper alone, asked for when the paper is made; merged as `paper.<key>`. */
export const ask = z.object({
  key: z.string().regex(/^[a-z][A-Za-z0-9]{0,39}$/, 'A paper value’s key is letters and digits.'),
  label: z.string().trim().min(1, 'Give the paper value a name.').max(120),
  type: z.enum(['text', 'number', 'day', 'amount']),
  required: z.boolean().default(true),
  help: z.string().max(300).optional(),
})
export type Ask = z.infer<typeof ask>

/** A paper's content: blocks in one column, a header and a footer for every page. */
export const paperDocument = z.object({
  title: z.string().max(300),
  language: z.string().max(20).default('en-GB'),
  parties: z.array(party).max(12),
  header: z.array(block).default([]),
  footer: z.array(block).default([]),
  body: z.array(block),
  asks: z.array(ask).max(40).optional(),
  /** Parties that put their initials on every page. */
  initials: z.array(z.string()).max(12).optional(),
})
export type PaperDocument = z.infer<typeof paperDocument>

/** Every block, outermost first, in reading order. */
export function* walkBlocks(blocks: readonly Block[]): Generator<Block> {
  for (const b of blocks) {
    yield b
    if (b.t === 'list') for (const item of b.items) yield* walkBlocks(item)
    else if (b.t === 'keep') yield* walkBlocks(b.content)
    else if (b.t === 'columns') for (const column of b.columns) yield* walkBlocks(column)
    else if (b.t === 'table') for (const row of b.rows) for (const cell of row.cells) yield* walkBlocks(cell)
  }
}

/** Every inline of the blocks, in reading order. */
export function* walkInlines(blocks: readonly Block[]): Generator<Inline> {
  for (const b of walkBlocks(blocks)) {
    if (b.t === 'heading' || b.t === 'paragraph') yield* b.content
    else if (b.t === 'table') for (const head of b.head) yield* head
  }
}

/** The field a party fills once and that stands on every page. */
export const pageInitials = (party: string): FieldSpec => ({
  key: `${party}-page-initials`,
  type: 'initials',
  party,
  label: 'Initials, on every page',
  required: true,
})

/** Every field on the paper, in reading order, each key once. */
export function fieldsOf(document: PaperDocument): FieldSpec[] {
  const found = new Map<string, FieldSpec>()
  const add = (f: FieldSpec) => {
    if (!found.has(f.key)) found.set(f.key, f)
  }
  for (const b of walkBlocks(document.body)) {
    if (b.t === 'field') add(b.field)
    if (b.t === 'heading' || b.t === 'paragraph') for (const i of b.content) if (i.t === 'field') add(i.field)
  }
  for (const key of document.initials ?? []) if (document.parties.some((p) => p.key === key)) add(pageInitials(key))
  return [...found.values()]
}

/** Blocks with every list of blocks inside them passed through `change`, from the inside out. */
export function mapBlocks(blocks: readonly Block[], change: (b: Block) => Block[]): Block[] {
  const inside = (list: readonly Block[]) => mapBlocks(list, change)
  return blocks.flatMap((b): Block[] => {
    if (b.t === 'list') return change({ ...b, items: b.items.map(inside) })
    if (b.t === 'keep') return change({ ...b, content: inside(b.content) })
    if (b.t === 'columns') return change({ ...b, columns: b.columns.map(inside) })
    if (b.t === 'table') return change({ ...b, rows: b.rows.map((r) => ({ ...r, cells: r.cells.map(inside) })) })
    return change(b)
  })
}

/** A document with its three lists of blocks changed. */
export const mapDocument = (d: PaperDocument, change: (blocks: Block[]) => Block[]): PaperDocument => ({
  ...d,
  header: change(d.header),
  footer: change(d.footer),
  body: change(d.body),
})

/** Gives every block that has none, or one used before, an id of its own; ids that are there stay. */
export function withIds(document: PaperDocument): PaperDocument {
  const taken = new Set<string>()
  const all = [...walkBlocks([...document.header, ...document.body, ...document.footer])]
  for (const b of all) if (b.id) taken.add(b.id)
  const used = new Set<string>()
  let n = 0
  const fresh = (): string => {
    do n += 1
    while (taken.has(`b${n}`) || used.has(`b${n}`))
    return `b${n}`
  }
  return mapDocument(document, (blocks) =>
    mapBlocks(blocks, (b) => {
      const id = b.id && !used.has(b.id) ? b.id : fresh()
      used.add(id)
      return [b.id === id ? b : { ...b, id }]
    }),
  )
}

/** The words of inline content: values by their path, fields and numbers left out. */
export const wordsOfInlines = (content: readonly Inline[]): string =>
  content.map((i) => (i.t === 'text' ? i.text : i.t === 'value' ? `{${i.path}}` : i.t === 'break' ? ' ' : '')).join('')
