import { Extension } from '@tiptap/core'
import type { Node as ProseNode } from '@tiptap/pm/model'
import { type EditorState, NodeSelection, Plugin, PluginKey, TextSelection, type Transaction } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'
import { search } from 'prosemirror-search'
import type { Worked } from './layout.worker'

const WITH_ID = new Set(
  'heading paragraph bulletList orderedList table horizontalRule keep columns image fieldBlock space priceTable planTable clauseUse pageBreak section'.split(
    ' ',
  ),
)
/** Gives every block that is new, or came twice by splitting or pasting, an id of its own. */
export const Ids = Extension.create({
  name: 'ids',
  addProseMirrorPlugins() {
    return [
      new Plugin({
        appendTransaction(transactions, _old, state) {
          if (!transactions.some((t) => t.docChanged)) return null
          const seen = new Set<string>()
          const { tr } = state
          state.doc.descendants((node, pos) => {
            if (!WITH_ID.has(node.type.name)) return node.isBlock
            const id = node.attrs.id as string | null
            if (id && !seen.has(id)) seen.add(id)
            else {
              const fresh = `n${crypto.randomUUID().slice(0, 13)}`
              seen.add(fresh)
              tr.setNodeAttribute(pos, 'id', fresh)
            }
            return !node.isTextblock
          })
          return tr.docChanged ? tr.setMeta('addToHistory', false) : null
        },
      }),
    ]
  },
})

/** Words that are looked for are marked where they stand. */
export const Finding = Extension.create({ name: 'finding', addProseMirrorPlugins: () => [search()] })

const key = new PluginKey<DecorationSet>('worked')
const line = (page: number, tag: string) => () => {
  const dom = document.createElement(tag)
  dom.className = 'page-line'
  dom.contentEditable = 'false'
  if (tag === 'tr') {
    const cell = dom.appendChild(document.createElement('td'))
    cell.colSpan = 20
    cell.dataset.page = `page ${page}`
  } else dom.dataset.page = `page ${page}`
  return dom
}

/** Where a page begins, as a place in the editor’s document. */
function placeOf(node: ProseNode, pos: number, start: Worked['starts'][number]): { at: number; tag: string } {
  if (start.row !== undefined && node.type.name === 'table') {
    const head = node.firstChild?.firstChild?.type.name === 'tableHeader' ? 1 : 0
    let at = pos + 1
    for (let i = 0; i < Math.min(start.row + head, node.childCount - 1); i += 1) at += node.child(i).nodeSize
    return { at, tag: 'tr' }
  }
  if (!node.isTextblock || (start.index === 0 && start.offset === 0)) return { at: pos, tag: 'div' }
  let at = pos + 1
  for (let i = 0; i < Math.min(start.index, node.childCount); i += 1) at += node.child(i).nodeSize
  const child = node.maybeChild(start.index)
  return { at: at + (child?.isText ? Math.min(start.offset, child.nodeSize) : 0), tag: 'span' }
}

/** Whether a block that isn't laid out is missed on the page: an empty line isn't. */
const goesMissing = (node: ProseNode): boolean =>
  node.type.name !== 'pageBreak' && node.type.name !== 'clauseUse' && !(node.isTextblock && node.content.size === 0)

function decorate(doc: ProseNode, worked: Worked): DecorationSet {
  const starts = new Map(worked.starts.map((s) => [s.block, [] as Worked['starts']]))
  for (const s of worked.starts) starts.get(s.block)!.push(s)
  const present = new Set(worked.present)
  const notes = new Map(worked.notes.flatMap((n) => (n.at ? [[n.at, n.severity] as const] : [])))
  const out: Decoration[] = []
  doc.descendants((node, pos) => {
    // The head of a table is words, not blocks: nothing is laid out, numbered or noted there by itself.
    if (node.type.name === 'tableHeader') return false
    const id = node.attrs.id as string | null | undefined
    if (!id) return node.isBlock
    // A clause, a list or a price table is laid out as blocks whose ids are led by its own.
    for (const [block, list] of starts)
      if (block === id || block.startsWith(`${id}.`))
        for (const s of list) {
          const { at, tag } = block === id ? placeOf(node, pos, s) : { at: pos, tag: 'div' }
          out.push(Decoration.widget(at, line(s.page, tag), { side: -1, key: `page-${s.page}` }))
        }
    const number = worked.numbers[id]
    const attributes: Record<string, string> = { 'data-id': id }
    if (number) attributes['data-number'] = number
    const classes = [
      goesMissing(node) && !present.has(id) ? 'not-shown' : '',
      notes.has(id) ? `noted-${notes.get(id)!}` : '',
    ].filter(Boolean)
    if (classes.length) attributes.class = classes.join(' ')
    out.push(Decoration.node(pos, pos + node.nodeSize, attributes))
    return !node.isTextblock
  })
  return DecorationSet.create(doc, out)
}

/** Page boundaries, clause numbers and marks of notes, as the layout last found them; they move along with the text. */
export const WorkedOut = Extension.create({
  name: 'workedOut',
  addProseMirrorPlugins() {
    return [
      new Plugin({
        key,
        state: {
          init: () => DecorationSet.empty,
          apply(tr, set) {
            const worked = tr.getMeta(key) as Worked | undefined
            return worked ? decorate(tr.doc, worked) : set.map(tr.mapping, tr.doc)
          },
        },
        props: { decorations: (state) => key.getState(state) },
      }),
    ]
  },
})
export const workedKey = key

/**
 * What was put on the sheet as a piece stays when writing goes on: what is typed while it is chosen stands behind it. Selecting
 * all selects the part of the page one writes in, and only then the sheet.
 */
export const Staying = Extension.create({
  name: 'staying',
  addProseMirrorPlugins() {
    return [
      new Plugin({
        props: {
          handleTextInput: (view, _from, _to, text) => {
            const behind = afterPiece(view.state)
            if (!behind) return false
            view.dispatch(behind.insertText(text).scrollIntoView())
            return true
          },
          handleKeyDown: (view, event) => {
            if (event.key === 'Enter' && !event.shiftKey) {
              const behind = afterPiece(view.state)
              if (behind) view.dispatch(behind)
              return false
            }
            if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'a') return false
            const { $from, from, to } = view.state.selection
            if (!/^page/.test($from.node(1)?.type.name ?? '')) return false
            const [start, end] = [$from.start(1), $from.end(1)]
            const part = TextSelection.between(view.state.doc.resolve(start), view.state.doc.resolve(end))
            if (from <= part.from && to >= part.to) return false
            view.dispatch(view.state.tr.setSelection(part))
            return true
          },
          handleDOMEvents: {
            compositionstart: (view) => {
              const behind = afterPiece(view.state)
              if (behind) view.dispatch(behind)
              return false
            },
          },
        },
      }),
    ]
  },
})

/** A step that puts the cursor behind a chosen piece, into a paragraph of its own where the piece is a block; null without one. */
function afterPiece(state: EditorState): Transaction | null {
  const { selection, tr, schema } = state
  if (!(selection instanceof NodeSelection) || !selection.node.isAtom) return null
  if (selection.node.isInline) return tr.setSelection(TextSelection.create(tr.doc, selection.to))
  const next = state.doc.resolve(selection.to).nodeAfter
  if (next?.type.name !== 'paragraph' || next.content.size > 0)
    tr.insert(selection.to, schema.nodes.paragraph!.create())
  return tr.setSelection(TextSelection.create(tr.doc, selection.to + 1))
}
