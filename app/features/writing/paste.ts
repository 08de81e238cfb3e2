import type { Editor } from '@tiptap/vue-3'
import { fromHtml } from '~~/core/document/from-html'
import { toProse } from '~~/core/document/prose'

/** Upwold’s own copies, with their fields and values, are left to the editor, which knows what it wrote. */
const OWN = /data-pm-slice|data-upwold/

/** What the editor itself may read of a paste: its own copies. Anything else is read below and never becomes elements. */
export const ownHtml = (html: string): string => (OWN.test(html) ? html : '<p></p>')

/**
 * Puts text from elsewhere on the sheet by the same rules a file is brought in by: structure and marks, nothing that
 * runs or is fetched. True when it was taken; plain text and own copies are the editor’s.
 */
export function pasteHtml(editor: Editor, data: DataTransfer | null): boolean {
  const html = data?.getData('text/html') ?? ''
  if (!html || OWN.test(html)) return false
  const { blocks } = fromHtml(html, () => null)
  const [, body] = toProse({ title: '', language: '', parties: [], header: [], body: blocks, footer: [] }).content!
  const nodes = body!.content!
  // One paragraph joins the words around it; more stand as blocks of their own.
  const only = nodes.length === 1 && nodes[0]!.type === 'paragraph' ? (nodes[0]!.content ?? []) : null
  return editor.commands.insertContent(only ?? nodes)
}
