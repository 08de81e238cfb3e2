import type { SignerView } from '~~/shared/signer'

/** What a signer can do besides filling: each call either happens or says why not. */
export function useSigning(token: string) {
  const base = `/api/sign/${encodeURIComponent(token)}`
  const busy = ref(false)
  const told = ref('')

  async function act(what: () => Promise<unknown>, onProblem: (e: unknown) => unknown = () => {}): Promise<void> {
    busy.value = true
    told.value = ''
    try {
      await what()
    } catch (e) {
      told.value = wordsOf(e)
      await onProblem(e)
    } finally {
      busy.value = false
    }
  }
  const post = <T = unknown>(path: string, body: object) => api<T>(`${base}${path}`, { method: 'POST', body })

  return {
    base,
    busy,
    told,
    act,
    post,
    opened: () => void post('/opened', {}).catch(() => {}),
    pay: (stage: string) =>
      act(async () => {
        const { url } = await post<{ url: string }>('/pay', { stage })
        window.location.assign(url)
      }),
  }
}
export type Signing = ReturnType<typeof useSigning>

/** `Quote` → accepting, anything else → signing. */
export const isQuote = (view: SignerView): boolean => view.paper.kind === 'quote'
export const finishLabel = (view: SignerView): string =>
  isQuote(view) ? 'Accept the quote' : `Sign the ${view.paper.title.toLowerCase()}`
