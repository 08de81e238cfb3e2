import { Extension } from '@tiptap/core'
import type { Node as ProseNode } from '@tiptap/pm/model'
import { type EditorState, NodeSelection, Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import type { EditorView } from '@tiptap/pm/view'

/** Blocks that stand beside each other: leaving one of them downwards leaves them all. */
const BESIDE = new Set(['tableRow', 'columns'])

const isPart = (node: ProseNode | null | undefined): boolean => /^(page|first|even)[A-Z]/.test(node?.type.name ?? '')
/** The depth of the part of a page one writes in: the whole of a passage, the head, body or foot of a sheet. */
const partDepth = (node: ProseNode | undefined): number => (isPart(node) ? 1 : 0)

/** The outermost block the cursor is in or that is chosen, with its place, and whether the cursor is at its last or first line. */
function outermost(
  state: EditorState,
  way: 1 | -1,
): { node: ProseNode; from: number; to: number; edge: boolean } | null {
  const { selection } = state
  const { $from } = selection
  const part = partDepth($from.node(1))
  if (selection instanceof NodeSelection && $from.depth === part)
    return { node: selection.node, from: selection.from, to: selection.to, edge: true }
  if ($from.depth <= part) return null
  const node = $from.node(part + 1)
  let edge = true
  for (let d = $from.depth; d > part + 1; d -= 1) {
    const around = $from.node(d - 1)
    const at = $from.index(d - 1)
    if (!BESIDE.has(around.type.name) && at !== (way === 1 ? around.childCount - 1 : 0)) edge = false
  }
  return { node, from: $from.before(part + 1), to: $from.after(part + 1), edge }
}

/** A step that puts an empty paragraph at a place between blocks, and the cursor into it. */
function paragraphAt(state: EditorState, at: number): Transaction {
  const { tr, schema } = state
  tr.insert(at, schema.nodes.paragraph!.create())
  return tr.setSelection(TextSelection.create(tr.doc, at + 1)).scrollIntoView()
}

/** Out of a table, columns or a piece that stands first or last, where there is nothing to go to yet; null where there is. */
export function wayOut(state: EditorState, way: 1 | -1): Transaction | null {
  const block = outermost(state, way)
  if (!block?.edge || block.node.isTextblock) return null
  const at = way === 1 ? block.to : block.from
  const place = state.doc.resolve(at)
  return (way === 1 ? place.nodeAfter : place.nodeBefore) ? null : paragraphAt(state, at)
}

/** A new paragraph behind whatever the cursor is in. */
export function behindAll(state: EditorState): Transaction | null {
  const block = outermost(state, 1)
  return block && paragraphAt(state, block.to)
}

/** The end of the part of a page that was pressed beneath its last block, where that is no text; null elsewhere. */
function beneath(view: EditorView, y: number): number | null {
  const parts: { node: ProseNode; from: number }[] = []
  if (isPart(view.state.doc.firstChild))
    view.state.doc.forEach((node, offset) => void parts.push({ node, from: offset + 1 }))
  else parts.push({ node: view.state.doc, from: 0 })
  const found = parts.findLast(({ from }) => {
    const dom = view.nodeDOM(from)
    return dom instanceof HTMLElement && dom.getBoundingClientRect().top <= y
  })
  if (!found?.node.lastChild || found.node.lastChild.isTextblock) return null
  const end = found.from + found.node.content.size
  const last = view.nodeDOM(end - found.node.lastChild.nodeSize)
  return last instanceof HTMLElement && last.getBoundingClientRect().bottom < y ? end : null
}

/**
 * Leads on from a table, columns or any piece that stands last (or first): the arrow that finds nothing, a press beneath it,
 * and Mod-Enter from anywhere make a paragraph there.
 */
export const LeadingOut = Extension.create({
  name: 'leadingOut',
  // Before the line break of the editor's own, which has Mod-Enter too.
  priority: 1000,
  addProseMirrorPlugins() {
    return [
      new Plugin({
        props: {
          handleKeyDown(view, event) {
            const mod = event.ctrlKey || event.metaKey
            const way = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
            const plain = !mod && !event.shiftKey && !event.altKey
            const step =
              mod && event.key === 'Enter'
                ? behindAll(view.state)
                : way && plain && atEdge(view, way)
                  ? wayOut(view.state, way)
                  : null
            if (step) view.dispatch(step)
            return step !== null
          },
          handleDOMEvents: {
            mousedown(view, event) {
              const at = view.editable && event.button === 0 ? beneath(view, event.clientY) : null
              if (at === null) return false
              event.preventDefault()
              view.dispatch(paragraphAt(view.state, at))
              view.focus()
              return true
            },
          },
        },
      }),
    ]
  },
})

const atEdge = (view: EditorView, way: 1 | -1): boolean =>
  view.state.selection instanceof NodeSelection || view.endOfTextblock(way === 1 ? 'down' : 'up')
