import { dayOf, formatDayLong } from '../../core/calendar/dates'
import { type Marked, wordMarks } from '../../core/marking/model'
import { placedFields } from '../../core/marking/placed'
import { type MergeContext, formatValue } from '../../core/merge/merge'
import type { PrintedWords } from '../../core/pdf/marked'
import { getBlob } from '../platform/blobs'
import { now } from '../platform/clock'
import { renderMarked } from '../files/pool'
import type { Rendered } from '../files/worker/index'

/** What the sender's own places print: words as typed, values as the record has them now. A value that is missing prints nothing. */
export function printedWords(marked: Marked, context: MergeContext): PrintedWords[] {
  return wordMarks(marked).flatMap((m): PrintedWords[] => {
    const { path, text, format, face, size } = m.words
    const value = path === undefined ? undefined : context.values[path]
    const said = path === undefined ? (text ?? '') : value ? formatValue(value, format, context) : ''
    if (!said.trim()) return []
    const { page, x, y, w, h } = m
    return [
      {
        page,
        x,
        y,
        w,
        h,
        text: said,
        face,
        ...(size ? { size } : {}),
        ...(m.field.type === 'tick' ? { tick: true } : {}),
      },
    ]
  })
}

/** The file with what the sender put on it and boxes for the others, as it would go out now. */
export async function renderTable(
  marked: Marked,
  context: MergeContext,
  about: {
    title: string
    language: string
    author: string
    parties: string[]
    presets: Readonly<Record<string, string>>
    timeZone: string
  },
  prove: boolean,
): Promise<Rendered> {
  return renderMarked({
    base: await getBlob(marked.sha),
    fields: placedFields(marked, about.presets),
    words: printedWords(marked, context),
    strikes: marked.strikes.map(({ page, x, y, w, h, instead, note, by, at }) => ({
      page,
      x,
      y,
      w,
      h,
      instead,
      note: `Struck by ${by}, ${formatDayLong(dayOf(at, about.timeZone))}${note ? `: ${note}` : ''}`,
    })),
    parties: about.parties,
    title: about.title,
    language: about.language,
    author: about.author,
    at: now(),
    pages: marked.pages.length,
    prove,
  })
}
