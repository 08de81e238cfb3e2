import { z } from 'zod'
import { fieldSpec, type FieldSpec } from './field'

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
/** Words of an amendment: struck ones stay to be seen, added ones are underlined. */
/** ISO 216 A4, or ANSI/ASME Y14.1 A. */
export const papers = ['A4', 'Letter'] as const
const change = z.enum(['struck', 'added']).optional()
const size = z.number().positive().max(2000)
const pictureSource = z.string().regex(/^data:image\/(png|jpeg);base64,/, 'An image has to be a PNG or JPEG.')

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
  /** A picture that stands in the line like a word, on its baseline. Width and height in points. */
  z.object({ t: z.literal('picture'), src: pictureSource, alt: z.string().max(400), width: size, height: size }),
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
/** What a page begins and ends with. */
export interface Edges {
  header: Block[]
  footer: Block[]
}
/** What pages begin and end with; the first of them, and those with an even number, may do so in their own way. */
export interface Heads extends Edges {
  first?: Edges | undefined
  even?: Edges | undefined
}
/** The most columns that text runs in. */
export const COLUMNS_MAX = 6
/** Room between columns, in points. */
export const COLUMN_GAP = 22
/**
 * From here on text runs in columns, pages begin and end in another way or count from another number. It begins a page
 * unless it goes on where the text before it ends. It stands between the blocks of a body, in no other block.
 */
export interface Section {
  t: 'section'
  goesOn?: boolean
  /** How many columns text runs in, from the foot of one to the top of the next; one where it isn't said. */
  columns?: number
  /** What pages from here begin and end with; as before where it isn't said. */
  heads?: Heads
  /** The number of its first page; without it pages count on. */
  from?: number
}
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
  /** What follows begins a page, or, where text runs in columns, the next of them. */
  | { t: 'pageBreak'; column?: boolean }
  | Section
  | { t: 'keep'; content: Block[] }
  | { t: 'columns'; columns: Block[][] }
  | { t: 'field'; field: FieldSpec; width?: number; height?: number }
  /** A clause of the library: as it is now, or as it was in one edition. */
  | { t: 'clause'; clause: string; edition?: number }
)

/** Cells merged into the one at `cell` (from 0): over how many columns and rows. What they held is empty. */
const mergedCells = z.object({
  cell: z.number().int().min(0).max(19),
  across: z.number().int().min(1).max(20),
  down: z.number().int().min(1).max(500),
})
export type MergedCells = z.infer<typeof mergedCells>
/** A row has a cell for each column, those covered by a merged one too. */
export type TableRow = { cells: Block[][]; each?: string; strong?: boolean; merged?: MergedCells[] }

/** What an image stands on: nothing, a chalk ground, or an ink one for a light logo. */
type Ground = 'chalk' | 'ink'

const tableRow = z.object({
  cells: z.array(z.array(z.lazy(() => block))),
  each: z.string().optional(),
  strong: z.boolean().optional(),
  merged: z.array(mergedCells).max(20).optional(),
})
const edges = z.object({ header: z.array(z.lazy(() => block)), footer: z.array(z.lazy(() => block)) })
const heads = edges.extend({ first: edges.optional(), even: edges.optional() })
const common = { id: blockId.optional(), when }
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
      src: pictureSource,
      alt: z.string().max(400),
      width: size,
      height: size,
      align,
      ground: z.enum(['chalk', 'ink']).optional(),
    }),
    z.object({ ...common, t: z.literal('rule') }),
    z.object({ ...common, t: z.literal('space'), height: z.number().nonnegative().max(400) }),
    z.object({ ...common, t: z.literal('pageBreak'), column: z.boolean().optional() }),
    z.object({
      ...common,
      t: z.literal('section'),
      goesOn: z.boolean().optional(),
      columns: z.number().int().min(1).max(COLUMNS_MAX).optional(),
      heads: heads.optional(),
      from: z.number().int().min(0).max(9999).optional(),
    }),
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

/** What a business's papers begin with: its logo, in points, and the colour of its headings. */
export const letterhead = z.object({
  logo: z
    .object({
      /** The picture's bytes, by their SHA-256. */
      sha: z.string().regex(/^[0-9a-f]{64}$/),
      width: z.number().positive().max(400),
      height: z.number().positive().max(200),
      alt: z.string().max(400),
      /** The picture itself, there while it is drawn. */
      src: pictureSource.optional(),
    })
    .nullable(),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
})
export type Letterhead = z.infer<typeof letterhead>

/** A paper's content: its blocks, and a header and a footer for every page, or others for the first and the even ones. */
export const paperDocument = z.object({
  title: z.string().max(300),
  language: z.string().max(20).default('en-GB'),
  parties: z.array(party).max(12),
  header: z.array(block).default([]),
  footer: z.array(block).default([]),
  /** What the first page has instead of the header and the footer; empty ones leave it without. */
  first: edges.optional(),
  /** What pages with an even number have instead of them. */
  even: edges.optional(),
  body: z.array(block),
  asks: z.array(ask).max(40).optional(),
  /** Parties that put their initials on every page. */
  initials: z.array(z.string()).max(12).optional(),
  /** The sheet it is printed on; A4 where it isn't said. */
  paper: z.enum(papers).optional(),
  letterhead: letterhead.optional(),
})

export type PaperDocument = z.infer<typeof paperDocument>
