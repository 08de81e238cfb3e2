import type { Editor } from '@tiptap/vue-3'
import type { ProseNode } from '~~/core/document/prose'

/** Where a block is on the sheet; a block of a clause or table that is put in whole is where that one is. Null where it isn't. */
function placeOf(editor: Editor, id: string): { pos: number; size: number; atom: boolean; whole: boolean } | null {
  let found: ReturnType<typeof placeOf> = null
  editor.state.doc.descendants((node, pos) => {
    const own = node.attrs.id as string | null | undefined
    const whole = own === id
    if (own && (whole || (!found && id.startsWith(`${own}.`))))
      found = { pos, size: node.nodeSize, atom: node.isAtom, whole }
    return true
  })
  return found
}

/** Puts the cursor into a block and shows it; whether there is such a block. */
export function goToBlock(editor: Editor, id: string): boolean {
  const at = placeOf(editor, id)
  if (!at) return false
  const chain = editor.chain().focus()
  return (at.atom ? chain.setNodeSelection(at.pos) : chain.setTextSelection(at.pos + 1)).scrollIntoView().run()
}

/** Rewords one block, the cure of a note; false where its words don't stand on this sheet themselves. */
export function rewordBlock(editor: Editor, id: string, content: ProseNode[]): boolean {
  const at = placeOf(editor, id)
  if (!at?.whole || at.atom) return false
  return editor
    .chain()
    .focus()
    .insertContentAt({ from: at.pos + 1, to: at.pos + at.size - 1 }, content)
    .run()
}

/** The block the cursor is in, or the piece that is chosen; null where neither has a name. */
export function blockAt(editor: Editor): string | null {
  const { selection } = editor.state
  const chosen = 'node' in selection ? (selection.node as { attrs: { id?: string } }).attrs.id : undefined
  if (chosen) return chosen
  for (let d = selection.$from.depth; d > 0; d -= 1) {
    const id = selection.$from.node(d).attrs.id as string | undefined
    if (id) return id
  }
  return null
}
