import { partsAt, tableWords, toRead } from '~~/core/layout/seen'
import type { SignerPaper } from '~~/shared/signer'
import type { useDraft } from './draft'
import { seenIn } from './seen'

/** Each paper as this page shows it, held against the paper itself: whoever signs has to have seen every word. */
export function useWhole(papers: () => readonly SignerPaper[], state: Pick<ReturnType<typeof useDraft>, 'on'>) {
  const shown = new Map<string, HTMLElement>()
  const shows = (id: string, el: HTMLElement | null) => (el ? shown.set(id, el) : shown.delete(id))
  const partial = ref(false)
  /** Whether every word and field of the papers stands on this page, in order. */
  function whole(): boolean {
    partial.value = papers().some((p) => {
      const { document, now, figures, chooses } = state.on(p.id)
      const choosing = !!figures.value?.open && chooses.value
      const paper = toRead(document.value!, tableWords(now.value, choosing))
      const el = shown.get(p.id)
      return !el || partsAt(paper, seenIn(el)) !== null
    })
    return !partial.value
  }
  return { shows, partial, whole }
}
