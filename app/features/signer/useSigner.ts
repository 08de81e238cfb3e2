import { defineStore } from 'pinia'
import { ref } from 'vue'
import { inSentence } from '~~/core/rounds/greeting'
import type { SignatureMark } from '~~/shared/signing'
import type { SignerView } from '~~/shared/signer'
import type { Says } from '~~/shared/words'
import { api, wordsOf } from '../../composables/api'

/** What a signer can do besides filling: each call either happens or says why not. */
export const useSigner = defineStore('signer', () => {
  /** Where the link of the page leads. No state: it is nobody else's, and needn't be sent with the page. */
  let base = ''
  const busy = ref(false)
  const told = ref('')
  const tickets = new Map<string, string>()

  /** Takes up another link; what was said of the last is gone. */
  function open(token: string): void {
    base = `/api/sign/${encodeURIComponent(token)}`
    busy.value = false
    told.value = ''
    tickets.clear()
  }
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

  /** Takes up what was drawn: pictures are kept on the server, a phone gets a link of its own. */
  async function keepPicture(picture: Blob): Promise<SignatureMark> {
    const { mark, ticket } = await api<{ mark: SignatureMark & { sha: string }; ticket: string }>(`${base}/picture`, {
      method: 'POST',
      body: picture,
    })
    tickets.set(mark.sha, ticket)
    return mark
  }
  const openDrawing = async (what: 'signature' | 'initials') => (await post<{ url: string }>('/drawing', { what })).url
  return {
    busy,
    told,
    open,
    act,
    post,
    /** An address of the link, below it. */
    at: (path: string) => `${base}${path}`,
    keepPicture,
    openDrawing,
    pictureOf: (sha: string) => `${base}/picture/${sha}?ticket=${encodeURIComponent(tickets.get(sha) ?? '')}`,
    opened: () => void post('/opened', {}).catch(() => {}),
    /** The page to pay a stage on. */
    pay: async (stage: string): Promise<string> => (await post<{ url: string }>('/pay', { stage })).url,
  }
})

/** A quote alone is accepted; anything else is signed, or witnessed. */
export const isQuote = (view: SignerView): boolean => view.papers.length === 1 && view.papers[0]!.kind === 'quote'
export function finishLabel(view: SignerView, says: Says): string {
  if (view.person.part === 'witness') return says('witnessIt')
  if (isQuote(view)) return says('acceptQuote')
  const [first] = view.papers
  if (view.papers.length > 1) return says('signPapers', { n: view.papers.length })
  return says('signPaper', { paper: paperName(first!.title, says) })
}
/** A paper's title as it stands within a sentence: English writes it small. */
export const paperName = (title: string, says: Says): string => (says.language === 'en' ? inSentence(title) : title)
/** What a round is about: its paper, or the first of several and how many more. */
export const aboutOf = (view: SignerView): string => view.papers.map((p) => p.title).join(', ')
