import { defineStore } from 'pinia'
import { onBeforeUnmount, ref, shallowRef } from 'vue'

export type KeyRow = readonly [keys: string, does: string]
interface Screen {
  title: string
  keys: readonly KeyRow[]
}

/** The keys of what is on the screen, and whether they are shown. */
export const useHelp = defineStore('help', () => {
  const open = ref(false)
  const screens = shallowRef<readonly Screen[]>([])
  function add(screen: Screen): () => void {
    screens.value = [...screens.value, screen]
    return () => {
      screens.value = screens.value.filter((s) => s !== screen)
    }
  }
  return { open, screens, add }
})

/** Says the keys of a screen, or of a part of it that is open, while it is there. */
export function useScreenKeys(title: string, keys: readonly KeyRow[]): void {
  onBeforeUnmount(useHelp().add({ title, keys }))
}
/** The keys of every list, with those of its own. */
export const useListKeys = (title: string, own: readonly KeyRow[] = []): void =>
  useScreenKeys(title, [['/', 'to the search'], ['j, k', 'along the rows'], ['Enter', 'open'], ...own])
