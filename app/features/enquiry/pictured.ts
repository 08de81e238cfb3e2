import type { Worker as Reader } from 'tesseract.js'
import { drawnAnew, onWhite } from '../../composables/pictures'

/** The longest side of what is read: letters of a photographed sheet are still some twenty pixels high then. */
const SIDE = 2400
/** What the reader is sure of less than this, of 100, it takes for no words. */
const SURE = 40

export interface PictureReading {
  words: Promise<string>
  stop(): void
}

/**
 * Reads the words of a picture: a message photographed or kept from a screen. It is done on this device, by a worker; nothing
 * of the picture leaves it. `told` is how much is done, 0 to 1. Throws, in words, where nothing is a picture or has words.
 */
export function readPicture(file: File, told: (share: number) => void): PictureReading {
  let reader: Reader | null = null
  let stopped = false
  let leave: (why: Error) => void = () => {}
  const left = new Promise<never>((_, reject) => (leave = reject))
  async function read(): Promise<string> {
    const { canvas } = await drawnAnew(file, SIDE)
    const { createWorker } = await import('tesseract.js')
    reader = await createWorker(['eng', 'deu', 'fra', 'spa'], 1, {
      workerPath: '/ocr/worker.min.js',
      corePath: '/ocr',
      langPath: '/ocr',
      workerBlobURL: false,
      cacheMethod: 'none',
      logger: (m) => m.status === 'recognizing text' && told(m.progress),
      // The pledge tells it, too.
      errorHandler: () => {},
    })
    if (stopped) {
      void reader.terminate()
      return ''
    }
    const { data } = await reader.recognize(onWhite(canvas), {}, { blocks: true })
    const words = wordsOfBlocks(data.blocks ?? [])
    if (!words) throw new Error(`No words could be read in ${file.name}. Write what it says.`)
    return words
  }
  const words = Promise.race([read(), left]).finally(() => void reader?.terminate())
  return {
    words,
    stop: () => {
      stopped = true
      leave(new Error(`${file.name} was left unread.`))
    },
  }
}

interface ReadLine {
  text: string
  confidence: number
}
/** Lines as they stand, paragraphs apart; what can hardly be words, such as the frame of a screen, is left out. */
export const wordsOfBlocks = (blocks: { paragraphs: { lines: ReadLine[] }[] }[]): string =>
  blocks
    .flatMap((b) => b.paragraphs)
    .map((p) =>
      p.lines
        .filter((l) => l.confidence >= SURE && /[\p{L}\p{N}]{2}/u.test(l.text))
        .map((l) => l.text.trim())
        .join('\n'),
    )
    .filter(Boolean)
    .join('\n\n')
