import { z } from 'zod'

/** The kinds of place on a paper that somebody fills. `take`, `quantity` and `agreed-total` belong to a price table. */
export const fieldTypes = [
  'signature',
  'initials',
  'name',
  'date',
  'text',
  'number',
  'choice',
  'tick',
  'take',
  'quantity',
  'agreed-total',
] as const
export const fieldSpec = z.object({
  key: z.string().min(1).max(80),
  type: z.enum(fieldTypes),
  /** The template's place for a person: `client`, `business`, `guest`… */
  party: z.string().min(1).max(40),
  label: z.string().max(200),
  required: z.boolean().default(true),
  help: z.string().max(400).optional(),
  options: z.array(z.string().max(200)).max(40).optional(),
  /** The priced line a price-table field belongs to. */
  line: z.string().optional(),
})
export type FieldSpec = z.infer<typeof fieldSpec>

export const marks = ['bold', 'italic', 'underline', 'strike'] as const
export type Mark = (typeof marks)[number]

/** Where a merged value came from: a fact of a record. */
export const valueSource = z.object({
  path: z.string(),
  label: z.string(),
  record: z.enum(['job', 'contact', 'business', 'plan', 'paper']),
  id: z.string().nullable(),
  fact: z.string().nullable(),
})
export type ValueSource = z.infer<typeof valueSource>

/** How a job value is printed. */
export const valueFormat = z.enum(['plain', 'upper', 'long', 'short', 'amount', 'number'])

export const inline = z.discriminatedUnion('t', [
  z.object({
    t: z.literal('text'),
    text: z.string(),
    marks: z.array(z.enum(marks)).optional(),
    source: valueSource.optional(),
    gap: z.boolean().optional(),
  }),
  z.object({
    t: z.literal('value'),
    path: z.string(),
    format: valueFormat.optional(),
    fallback: z.string().optional(),
    marks: z.array(z.enum(marks)).optional(),
  }),
  z.object({ t: z.literal('field'), field: fieldSpec, width: z.number().positive().max(480).optional() }),
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

export type Block =
  | { t: 'heading'; level: 1 | 2 | 3; content: Inline[]; numbered?: boolean; number?: string; when?: Condition }
  | {
      t: 'paragraph'
      content: Inline[]
      align?: 'left' | 'center' | 'right'
      numbered?: boolean
      number?: string
      small?: boolean
      each?: string
      when?: Condition
    }
  | { t: 'list'; ordered: boolean; items: Block[][]; when?: Condition }
  | {
      t: 'table'
      columns: { width: number; align?: 'left' | 'center' | 'right' }[]
      head: Inline[][]
      rows: { cells: Block[][]; each?: string; strong?: boolean }[]
      plain?: boolean
      when?: Condition
    }
  | { t: 'priceTable'; party: string; when?: Condition }
  | { t: 'planTable'; when?: Condition }
  | { t: 'image'; src: string; alt: string; width: number; height: number; align?: 'left' | 'center' | 'right' }
  | { t: 'rule' }
  | { t: 'space'; height: number }
  | { t: 'pageBreak' }
  | { t: 'keep'; content: Block[]; when?: Condition }
  | { t: 'columns'; columns: Block[][] }
  | { t: 'field'; field: FieldSpec; width?: number; height?: number }

const tableRow = z.object({
  cells: z.array(z.array(z.lazy(() => block))),
  each: z.string().optional(),
  strong: z.boolean().optional(),
})
export const block: z.ZodType<Block> = z.lazy(() =>
  z.discriminatedUnion('t', [
    z.object({
      t: z.literal('heading'),
      level: z.union([z.literal(1), z.literal(2), z.literal(3)]),
      content: z.array(inline),
      numbered: z.boolean().optional(),
      number: z.string().optional(),
      when,
    }),
    z.object({
      t: z.literal('paragraph'),
      content: z.array(inline),
      align,
      numbered: z.boolean().optional(),
      number: z.string().optional(),
      small: z.boolean().optional(),
      each: z.string().optional(),
      when,
    }),
    z.object({ t: z.literal('list'), ordered: z.boolean(), items: z.array(z.array(block)), when }),
    z.object({
      t: z.literal('table'),
      columns: z.array(z.object({ width: z.number().positive(), align })).min(1),
      head: z.array(z.array(inline)),
      rows: z.array(tableRow),
      plain: z.boolean().optional(),
      when,
    }),
    z.object({ t: z.literal('priceTable'), party: z.string(), when }),
    z.object({ t: z.literal('planTable'), when }),
    z.object({
      t: z.literal('image'),
      src: z.string().regex(/^data:image\/(png|jpeg);base64,/),
      alt: z.string(),
      width: z.number().positive(),
      height: z.number().positive(),
      align,
    }),
    z.object({ t: z.literal('rule') }),
    z.object({ t: z.literal('space'), height: z.number().nonnegative().max(400) }),
    z.object({ t: z.literal('pageBreak') }),
    z.object({ t: z.literal('keep'), content: z.array(block), when }),
    z.object({ t: z.literal('columns'), columns: z.array(z.array(block)).min(1).max(4) }),
    z.object({
      t: z.literal('field'),
      field: fieldSpec,
      width: z.number().positive().optional(),
      height: z.number().positive().optional(),
    }),
  ]),
) as z.ZodType<Block>

/** A place for a person in a template; its index from 1 is its number and hatch. */
export const party = z.object({ key: z.string().min(1), label: z.string().min(1) })
export type Party = z.infer<typeof party>

/** A paper's content: blocks in one column, a header and a footer for every page. */
export const paperDocument = z.object({
  title: z.string(),
  language: z.string().default('en-GB'),
  parties: z.array(party),
  header: z.array(block).default([]),
  footer: z.array(block).default([]),
  body: z.array(block),
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

/** Every field on the paper, in reading order, each key once. */
export function fieldsOf(document: PaperDocument): FieldSpec[] {
  const found = new Map<string, FieldSpec>()
  const visit = (blocks: readonly Block[]) => {
    for (const b of walkBlocks(blocks)) {
      if (b.t === 'field' && !found.has(b.field.key)) found.set(b.field.key, b.field)
      if (b.t === 'heading' || b.t === 'paragraph')
        for (const i of b.content) if (i.t === 'field' && !found.has(i.field.key)) found.set(i.field.key, i.field)
    }
  }
  visit(document.body)
  return [...found.values()]
}
