import type { Editor } from '@tiptap/vue-3'
import type { ProseNode } from '~~/core/document/prose'

/** Calls `found` with the place of a block, if it is on the sheet; whether it was. */
function atBlock(editor: Editor, id: string, found: (pos: number, size: number) => void): boolean {
  let there = false
  editor.state.doc.descendants((node, pos) => {
    if (there || node.attrs.id !== id) return !there
    there = true
    found(pos, node.nodeSize)
    return false
  })
  return there
}

/** Puts the cursor into a block and shows it; whether there is such a block. */
export const goToBlock = (editor: Editor, id: string): boolean =>
  atBlock(editor, id, (pos) =>
    editor
      .chain()
      .focus()
      .setTextSelection(pos + 1)
      .scrollIntoView()
      .run(),
  )

/** Rewords one block: the cure of a note. */
export const rewordBlock = (editor: Editor, id: string, content: ProseNode[]): boolean =>
  atBlock(editor, id, (pos, size) =>
    editor
      .chain()
      .focus()
      .insertContentAt({ from: pos + 1, to: pos + size - 1 }, content)
      .run(),
  )
