/** How sendings of one sort went: so many, by how they ended, in so many whole days (null while they are out). */
export interface Went {
  /** What they are put together by: a kind, a template, a month. */
  key: string
  outcome: 'out' | 'signed' | 'declined' | 'lapsed' | 'withdrawn'
  days: number | null
  n: number
  /** What they come to together, in minor units; and the reminders they took. */
  worth: number
  reminders: number
}
export interface How {
  key: string
  /** Sent, without what was taken back. */
  sent: number
  signed: number
  declined: number
  lapsed: number
  open: number
  /** Of those that were answered or lapsed, the part that was signed, in thousandths; null where none was. */
  share: number | null
  /** The median of the days from sending to signing; null where none was signed. */
  days: number | null
  /** Reminders for each ten sendings, rounded. */
  reminders: number
  /** What was signed comes to. */
  worth: number
}

/** The lower median of values with how often each comes; null where there are none. */
export function medianOf(values: readonly (readonly [value: number, n: number])[]): number | null {
  const all = values.reduce((a, [, n]) => a + n, 0)
  if (!all) return null
  let seen = 0
  for (const [value, n] of values.toSorted((a, b) => a[0] - b[0])) {
    seen += n
    if (seen * 2 >= all) return value
  }
  return null
}

/** What sendings come to, put together by their key, in the order the keys first come. */
export function howOf(went: readonly Went[]): How[] {
  return [...new Set(went.map((w) => w.key))].map((key): How => {
    const mine = went.filter((w) => w.key === key && w.outcome !== 'withdrawn')
    const count = (outcome: Went['outcome']) => mine.filter((w) => w.outcome === outcome).reduce((a, w) => a + w.n, 0)
    const [signed, declined, lapsed, open] = [count('signed'), count('declined'), count('lapsed'), count('out')]
    const sent = signed + declined + lapsed + open
    const ended = signed + declined + lapsed
    const done = mine.filter((w) => w.outcome === 'signed')
    const reminders = mine.reduce((a, w) => a + w.reminders, 0)
    return {
      ...{ key, sent, signed, declined, lapsed, open },
      share: ended ? Math.round((1000 * signed) / ended) : null,
      days: medianOf(done.flatMap((w) => (w.days === null ? [] : [[w.days, w.n] as const]))),
      reminders: sent ? Math.round((10 * reminders) / sent) : 0,
      worth: done.reduce((a, w) => a + w.worth, 0),
    }
  })
}
