import { useMediaQuery, useMounted } from '@vueuse/core'
import type { SignerView } from '~~/shared/signer'

/** What is chosen on a price table moves the total in the text, so whoever chooses begins there. */
const CHOSEN = new Set(['take', 'quantity'])

/**
 * Whether there is room for the exact pages beside the guide to what is left, and which of both views is shown. It is as the
 * server drew it, the text alone, until the page has come to life.
 */
export function useViews(view: () => SignerView) {
  const roomy = useMediaQuery('(min-width: 1024px)')
  const tablet = useMediaQuery('(max-width: 1199px)')
  const alive = useMounted()
  const wide = computed(() => alive.value && roomy.value)
  const mode = ref<'reading' | 'page'>('reading')
  const begun = watch(wide, (room) => {
    if (!room) return
    begun()
    // On a tablet that was handed over it is read large, each statement with what can be answered beside it.
    if (view().onPad || (view().inPerson && tablet.value)) return
    if (!view().person.fields.some((f) => CHOSEN.has(f.type))) mode.value = 'page'
  })
  return { wide, mode }
}
