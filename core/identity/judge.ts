import type { Tolerance } from '../rounds/plan'
import { sameName } from './names'
import type { ReadResult } from './read'

export interface Wanted {
  /** The name in the round. */
  name: string
  /** The day where the business is. */
  today: string
  tolerance: Tolerance
}
export type Verdict = { ok: true; document: string } | { ok: false; code: string; words: string }

/** Whether what was read shows that it is the person asked. What is wrong is said so that they can put it right. */
export function judgeDocument({ document, face, live }: ReadResult, { name, today, tolerance }: Wanted): Verdict {
  const no = (code: string, words: string): Verdict => ({ ok: false, code, words })
  if (!document)
    return no(
      'nothing to be read',
      'No document could be read in this picture. Take it straight from above, in good light, with the lines of letters or the barcode in it.',
    )
  if (document.badDigits.length)
    return no(
      'a check digit that is wrong',
      `The ${document.kind} could not be read without a mistake (${document.badDigits.join(', ')}). Take the picture again; if it stays so, use another document.`,
    )
  if (document.expires && document.expires < today)
    return no('an expired document', `This ${document.kind} has expired. Use one that is valid.`)
  if (!sameName(`${document.given} ${document.family}`, name, tolerance))
    return no('another name', `This ${document.kind} is made out to another name than ${name}.`)
  if (face === 'none')
    return no('no face', 'There is no face to be seen in the other picture. Take it again, in good light.')
  if (live === 'no') return no('not taken live', 'The pictures have to be taken now, with the camera.')
  const article = document.kind === 'identity card' ? 'an' : 'a'
  return { ok: true, document: `${article} ${document.kind} ending in ${document.number.slice(-3)}` }
}
