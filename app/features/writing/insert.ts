import { capital } from '~~/core/text/case'
import type { Editor } from '@tiptap/vue-3'
import type { Party } from '~~/core/document/model'
import { type FieldSpec, askedTypes } from '~~/core/document/field'
import type { ProseNode } from '~~/core/document/prose'
import { FIELD_WORDS, ITEM_VALUES, know } from './say'

/** Something `/` puts on the sheet. */
export interface Insertable {
  group: 'Text' | 'Value' | 'Field' | 'Clause' | 'Reference'
  label: string
  hint?: string
  run: (editor: Editor) => unknown
}

const node = (n: ProseNode | ProseNode[]) => (e: Editor) => e.chain().focus().insertContent(n).run()
const paragraph: ProseNode = { type: 'paragraph' }

/** A section behind the block of the sheet's body one is in, or in place of one that is empty, and a line after it. */
const section = (attrs: Record<string, unknown>) => (e: Editor) => {
  const { $from } = e.state.selection
  if ($from.node(1)?.type.name !== 'pageBody' || $from.depth < 2) return false
  const here = $from.node(2)
  const from = here.isTextblock && !here.content.size ? $from.before(2) : $from.after(2)
  const nodes = [{ type: 'section', attrs }, paragraph]
  return e
    .chain()
    .focus()
    .insertContentAt({ from, to: $from.after(2) }, nodes)
    .setNodeSelection(from)
    .run()
}

/** An inline atom; it stays chosen so that its card is open. */
const chosen = (n: ProseNode) => (e: Editor) => {
  const at = e.state.selection.from
  return e.chain().focus().insertContent(n).setNodeSelection(at).run()
}

/** A key no field of the sheet has yet. */
function freshKey(e: Editor, party: string, type: string): string {
  const taken = new Set<string>()
  e.state.doc.descendants((n) => {
    const field = n.attrs.field as FieldSpec | undefined
    if (field) taken.add(field.key)
  })
  const stem = `${party}-${type}`
  for (let n = 1; ; n += 1) {
    const key = n === 1 ? stem : `${stem}-${n}`
    if (!taken.has(key)) return key
  }
}

function insertField(e: Editor, type: FieldSpec['type'], party: string): unknown {
  const field: FieldSpec = {
    key: freshKey(e, party, type),
    type,
    party,
    label: capital(FIELD_WORDS[type]),
    required: type !== 'attachment',
    ...(type === 'choice' || type === 'choices' ? { options: ['Yes', 'No'] } : {}),
  }
  const block = type === 'signature' && e.state.selection.$from.parent.content.size === 0
  return block
    ? node({ type: 'fieldBlock', attrs: { field, width: 200, height: 52 } })(e)
    : chosen({ type: 'fieldInline', attrs: { field } })(e)
}

/** What is written on: its editor, its parties, the clauses there are, and the numbers of its blocks. */
export interface WrittenOn {
  editor: Readonly<Ref<Editor | null>>
  base: Readonly<Ref<{ parties: readonly Party[] }>>
  view: Readonly<Ref<{ clauses: readonly { id: string; name: string; edition: number }[] }>>
  worked: Readonly<Ref<{ numbers: Record<string, string> } | null>>
}

/** Everything that can be put where the cursor is. Without `pickPicture` no picture is offered. */
export function insertables(sheet: WrittenOn, pickPicture?: (among: boolean) => void): Insertable[] {
  const { view, base, worked, editor } = sheet
  const text = (label: string, hint: string, run: Insertable['run']): Insertable => ({
    group: 'Text',
    label,
    hint,
    run,
  })
  const values = Object.entries(know({}).context?.values ?? {}).map(([path, v]): Insertable => ({
    group: 'Value',
    label: v.label,
    hint: path,
    run: chosen({ type: 'value', attrs: { path } }),
  }))
  const items = Object.values(ITEM_VALUES)
    .flat()
    .map(({ path, label }): Insertable => ({
      group: 'Value',
      label,
      hint: path,
      run: chosen({ type: 'value', attrs: { path } }),
    }))
  const fields = base.value.parties.flatMap((p) =>
    askedTypes.map((type): Insertable => ({
      group: 'Field',
      label: `${capital(FIELD_WORDS[type])} of ${p.label}`,
      run: (e) => insertField(e, type, p.key),
    })),
  )
  const refs: Insertable[] = []
  editor.value?.state.doc.descendants((n) => {
    const id = n.attrs.id as string | undefined
    const number = id && worked.value?.numbers[id]
    if (number)
      refs.push({
        group: 'Reference',
        label: `Refer to ${number.replace(/\.$/, '')}`,
        hint: n.textContent.slice(0, 60),
        run: chosen({ type: 'ref', attrs: { to: id } }),
      })
    return !n.isTextblock
  })
  return [
    text('Heading', 'begins a part', (e) => e.chain().focus().setNode('heading', { level: 2 }).run()),
    text('Numbered heading', 'its clauses count under it', (e) =>
      e.chain().focus().setNode('heading', { level: 2, numbered: true }).run(),
    ),
    text('Title', 'the largest heading', (e) => e.chain().focus().setNode('heading', { level: 1 }).run()),
    text('Numbered clause', '1.1, 1.2 and so on', (e) =>
      e.chain().focus().setNode('paragraph', { numbered: true }).run(),
    ),
    text('Plain text', '', (e) => e.chain().focus().setNode('paragraph').run()),
    text('List with dots', '', (e) => e.chain().focus().toggleBulletList().run()),
    text('List with numbers', '', (e) => e.chain().focus().toggleOrderedList().run()),
    text('Table', 'three columns', (e) =>
      e.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
    ),
    text(
      'Price table',
      'from the job’s lines',
      node({ type: 'priceTable', attrs: { party: base.value.parties[0]?.key ?? 'client' } }),
    ),
    text('Payment plan', 'from the job’s stages', node({ type: 'planTable' })),
    ...(pickPicture
      ? [
          text('Picture', 'a logo or a drawing', () => pickPicture(false)),
          text('Picture in the line', 'a mark among the words', () => pickPicture(true)),
        ]
      : []),
    text(
      'Two columns',
      'side by side',
      node({ type: 'columns', content: [1, 2].map(() => ({ type: 'column', content: [paragraph] })) }),
    ),
    text('Keep together', 'never parted by a page’s end', node({ type: 'keep', content: [paragraph] })),
    text('Rule', 'a line across', node({ type: 'horizontalRule' })),
    text('New page', 'a page ends here', node({ type: 'pageBreak' })),
    ...(editor.value?.schema.nodes.section
      ? [
          text('Text in columns', 'it runs from one to the next', section({ goesOn: true, columns: 2 })),
          text('Next column', 'a column ends here', node({ type: 'pageBreak', attrs: { column: true } })),
          text('New section', 'its pages begin and end in another way', section({})),
        ]
      : []),
    text('Space', 'a little room', node({ type: 'space', attrs: { height: 12 } })),
    text('Page number', '', node({ type: 'pageNumber' })),
    text('Number of pages', '', node({ type: 'pageCount' })),
    ...fields,
    ...values,
    ...items,
    ...view.value.clauses.map((c): Insertable => ({
      group: 'Clause',
      label: `Clause: ${c.name}`,
      hint: `edition ${c.edition}`,
      run: node({ type: 'clauseUse', attrs: { clause: c.id } }),
    })),
    ...refs,
  ]
}
