import fc from 'fast-check'
import type { Block, Heads, Inline, Mark, PaperDocument } from '../../core/document/model'
import { withIds } from '../../core/document/walk'
import type { FieldSpec } from '../../core/document/field'
import { joined } from '../../core/amend/amend'
import { paper } from './paper'

/** A picture of one point. */
export const DOT =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg=='
/** Any paper the editor can hold: what the properties of reading, writing and amending are tried on. */
const words = fc
  .array(fc.constantFrom('water', 'fire', 'the', 'hire', '£420.00', 'Λίμνη', 'баня', 'well-kept', '“sauna”', '& <b>'), {
    minLength: 1,
    maxLength: 8,
  })
  .map((w) => w.join(' '))
const marks = fc.subarray<Mark>(['bold', 'italic', 'underline', 'strike'])
const optional = <T>(key: string, arb: fc.Arbitrary<T>) =>
  fc.option(arb, { nil: undefined }).map((v) => (v === undefined ? {} : { [key]: v }))
const marked = marks.map((m) => (m.length ? { marks: m } : {}))
const changed = optional('change', fc.constantFrom('struck', 'added'))
const field = fc
  .record({
    n: fc.nat(999),
    type: fc.constantFrom<FieldSpec['type'][]>('text', 'day', 'tick', 'initials'),
    required: fc.boolean(),
  })
  .map(({ n, type, required }): FieldSpec => ({ key: `f${n}`, type, party: 'client', label: `Field ${n}`, required }))
const inline: fc.Arbitrary<Inline> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .tuple(words, marked, changed)
      .map(([text, m, c]): Inline => ({ t: 'text', text: `${text} `, ...m, ...c })),
  },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        fc.constantFrom('client.name', 'job.place'),
        optional('format', fc.constantFrom('upper', 'long')),
        optional('fallback', words),
        marked,
      )
      .map((parts) => Object.assign({ t: 'value', path: parts[0] }, ...parts.slice(1)) as Inline),
  },
  {
    weight: 1,
    arbitrary: fc
      .tuple(field, optional('width', fc.integer({ min: 20, max: 300 })))
      .map(([f, w]) => ({ t: 'field', field: f, ...w }) as Inline),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Inline[]>(
      { t: 'break' },
      { t: 'page' },
      { t: 'pages' },
      { t: 'ref', to: 'b1' },
      { t: 'picture', src: DOT, alt: 'a dot', width: 14, height: 9 },
    ),
  },
)
const content = fc.array(inline, { minLength: 1, maxLength: 5 }).map(joined)
const when = optional('when', fc.constant({ path: 'job.young', is: 'above' as const, than: 0 }))
const flag = (key: string) => fc.boolean().map((yes) => (yes ? { [key]: true } : {}))
const align = optional('align', fc.constantFrom('center', 'right'))
const make = (t: string, ...parts: fc.Arbitrary<object>[]): fc.Arbitrary<Block> =>
  fc.tuple(...parts).map((list) => Object.assign({ t }, ...list) as Block)
const con = <T>(key: string, arb: fc.Arbitrary<T>) => arb.map((v) => ({ [key]: v }))

const paragraph = make('paragraph', con('content', content), align, flag('numbered'), flag('small'), when)
const leaf: fc.Arbitrary<Block> = fc.oneof(
  { weight: 4, arbitrary: paragraph },
  {
    weight: 1,
    arbitrary: make('heading', con('level', fc.constantFrom(1, 2, 3)), con('content', content), flag('numbered'), when),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Block[]>(
      { t: 'rule' },
      { t: 'pageBreak' },
      { t: 'pageBreak', column: true },
      { t: 'planTable' },
      { t: 'priceTable', party: 'client' },
      { t: 'space', height: 9 },
    ),
  },
  { weight: 1, arbitrary: make('field', con('field', field), optional('width', fc.integer({ min: 20, max: 300 }))) },
  {
    weight: 1,
    arbitrary: make(
      'clause',
      con('clause', fc.constantFrom('fire', 'water')),
      optional('edition', fc.integer({ min: 1, max: 9 })),
      when,
    ),
  },
)
const some = fc.array(leaf, { minLength: 1, maxLength: 3 })
const row = fc.tuple(
  fc.tuple(some, fc.oneof(some, fc.constant<Block[]>([]))),
  optional('each', fc.constant('guests')),
  flag('strong'),
)
const block: fc.Arbitrary<Block> = fc.oneof(
  { weight: 6, arbitrary: leaf },
  {
    weight: 1,
    arbitrary: make(
      'list',
      con('ordered', fc.boolean()),
      con('items', fc.array(some, { minLength: 1, maxLength: 3 })),
      when,
    ),
  },
  { weight: 1, arbitrary: make('keep', con('content', some), when) },
  { weight: 1, arbitrary: make('columns', con('columns', fc.array(some, { minLength: 1, maxLength: 3 }))) },
  {
    weight: 1,
    arbitrary: make(
      'table',
      con('columns', fc.constant([{ width: 200 }, { width: 90, align: 'right' as const }])),
      con('head', fc.oneof(fc.constant<Inline[][]>([]), fc.tuple(content, content))),
      con(
        'rows',
        fc.array(
          row.map(([cells, each, strong]) => ({
            cells,
            ...each,
            ...strong,
            // A cell over both columns, where the second holds nothing.
            ...(cells[1].length ? {} : { merged: [{ cell: 0, across: 2, down: 1 }] }),
          })),
          { minLength: 1, maxLength: 4 },
        ),
      ),
      flag('plain'),
    ),
  },
)
const blocks = fc.array(block, { minLength: 1, maxLength: 6 })
const edge = fc.oneof(fc.constant<Block[]>([]), fc.array(paragraph, { minLength: 1, maxLength: 2 }))
const edges = fc.record({ header: edge, footer: edge })
const ways = fc
  .tuple(optional('first', edges), optional('even', edges))
  .map(([first, even]) => Object.assign({}, first, even) as Pick<Heads, 'first' | 'even'>)
const heads: fc.Arbitrary<Heads> = fc.tuple(edges, ways).map(([both, own]) => ({ ...both, ...own }))
const section = make(
  'section',
  flag('goesOn'),
  optional('columns', fc.integer({ min: 2, max: 6 })),
  optional('heads', heads),
  optional('from', fc.nat(99)),
  when,
)
const body = fc
  .array(fc.tuple(fc.option(section, { nil: null, freq: 2 }), blocks), { minLength: 1, maxLength: 3 })
  .map((parts) => parts.flatMap(([begins, list]) => [...(begins ? [begins] : []), ...list]))
export const anyPaper: fc.Arbitrary<PaperDocument> = fc
  .tuple(body, edge, ways)
  .map(([list, footer, own]) => withIds(paper(list, { footer, ...own })))
/** What is amended: words that nobody has struck or added yet. */
export const anyContent: fc.Arbitrary<Inline[]> = content.map((list) =>
  joined(list.map((i) => (i.t === 'text' ? { ...i, change: undefined } : i))),
)
