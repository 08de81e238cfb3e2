import type { PaperDocument } from '~~/core/document/model'
import type { Ask, Setting, Unworked, Worked } from './layout.worker'
import LayoutWorker from './layout.worker?worker'

/** The pages of what is written, laid out in a worker: one question at a time, the newest next. */
export function usePages(current: () => PaperDocument, show: (worked: Worked) => void) {
  let worker: Worker | null = null
  let asked = 0
  let busy = false
  let waiting = false
  let since = 0
  let send: Setting | undefined
  /** Asks for the pages as they are now; `setting` where that has changed. */
  function ask(setting?: Setting): void {
    send = setting ?? send
    if (!since) since = performance.now()
    if (!worker || busy) {
      waiting = true
      return
    }
    busy = true
    const question: Ask = { n: ++asked, document: current(), ...(send ? { setting: send } : {}) }
    send = undefined
    const from = since
    since = 0
    worker.onmessage = ({ data }: MessageEvent<Worked | Unworked>) => {
      busy = false
      if ('failed' in data) console.error(`The pages could not be laid out: ${data.failed}`)
      else show(data)
      performance.measure('upwold:boundaries', { start: from, end: performance.now() })
      if (waiting) {
        waiting = false
        ask()
      }
    }
    worker.postMessage(question)
  }
  return {
    ask,
    start(): void {
      worker = new LayoutWorker()
      if (waiting) ask()
    },
    stop(): void {
      worker?.terminate()
      worker = null
      busy = false
    },
  }
}
