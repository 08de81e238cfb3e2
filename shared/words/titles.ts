import { inSentence } from '../../core/rounds/greeting'
import type { Language } from '../../core/text/language'
import { listIn } from './index'

/** Papers as they are named by themselves, and as they stand within a sentence. */
export const titlesIn = (language: Language, papers: readonly { title: string }[], within = false): string =>
  listIn(
    language,
    papers.map((p) => (within && language === 'en' ? inSentence(p.title) : p.title)),
  )
