import type { Editor } from '@tiptap/vue-3'
import type { Insertable } from './insert'

/** The menu that `/` opens at the cursor, inside `desk`, which it is placed by. */
export function useSlash(
  editor: Readonly<Ref<Editor | null>>,
  desk: Readonly<Ref<HTMLElement | undefined>>,
  items: () => Insertable[],
) {
  const menu = ref<{ items: Insertable[]; at: { left: number; top: number } } | null>(null)
  function openMenu(): void {
    const e = editor.value
    if (!e || !desk.value) return
    const at = e.view.coordsAtPos(e.state.selection.from)
    const box = desk.value.getBoundingClientRect()
    const left = Math.max(8, Math.min(at.left - box.left, box.width - 360))
    menu.value = { items: items(), at: { left, top: at.bottom - box.top + 4 } }
  }
  /** `/` opens the menu at the start of a word; inside one it is a stroke like any other. */
  function slash(event: KeyboardEvent): void {
    const e = editor.value
    if (event.key !== '/' || event.ctrlKey || event.metaKey || !e?.isFocused) return
    const { $from, empty } = e.state.selection
    const before = $from.parent.textBetween(Math.max(0, $from.parentOffset - 1), $from.parentOffset, ' ', ' ')
    if (!empty || (before && !/\s/.test(before))) return
    event.preventDefault()
    openMenu()
  }
  return { menu, openMenu, slash }
}
