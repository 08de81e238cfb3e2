/** What a column of answers holds, as far as what was filled tells. */
export type ColumnType = 'tick' | 'number' | 'choice' | 'text'
export interface AnswerColumn {
  name: string
  type: ColumnType
  /** How often each was given, the most first; of numbers by ranges. Empty for text. */
  counts: { label: string; n: number }[]
}
const CHOICES = 12
const NUMBER = /^-?\d{1,12}([.,]\d+)?$/

/** Up to six ranges of equal width that hold all of some numbers. */
function ranges(values: readonly number[]): { label: string; n: number }[] {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  if (low === high) return [{ label: String(low), n: values.length }]
  const width = Math.max(1, Math.ceil((high - low + 1) / 6))
  const first = Math.floor(low)
  return Array.from({ length: Math.ceil((high - first + 1) / width) }, (_, i) => {
    const from = first + i * width
    const n = values.filter((v) => v >= from && v < from + width).length
    return { label: width === 1 ? String(from) : `${from} to ${from + width - 1}`, n }
  })
}

/** What a column holds and how often, of the values that were filled. */
export function columnOf(name: string, values: readonly string[]): AnswerColumn {
  const given = values.filter((v) => v !== '')
  const by = new Map<string, number>()
  for (const v of given) by.set(v, (by.get(v) ?? 0) + 1)
  const counts = [...by].map(([label, n]) => ({ label, n })).sort((a, b) => b.n - a.n || (a.label < b.label ? -1 : 1))
  if (given.length && given.every((v) => v === 'yes' || v === 'no')) return { name, type: 'tick', counts }
  if (given.length && given.every((v) => NUMBER.test(v)))
    return { name, type: 'number', counts: ranges(given.map((v) => Number(v.replace(',', '.')))) }
  // The same few words again and again are chosen; what is nearly always another is written.
  if (by.size > 0 && by.size <= CHOICES && by.size * 2 <= given.length) return { name, type: 'choice', counts }
  return { name, type: 'text', counts: [] }
}
