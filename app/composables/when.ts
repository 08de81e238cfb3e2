/** A day, a time or both as text (`YYYY-MM-DD`, `HH:MM`, `YYYY-MM-DDTHH:MM`), and as the picker wants it. */
export type WhenKind = 'day' | 'time' | 'moment'

export function dateOf(text: string | null | undefined, kind: WhenKind): Date | null {
  if (!text) return null
  const [day, time] = kind === 'time' ? ['2026-01-01', text] : [text.slice(0, 10), text.slice(11, 16)]
  const [y, m, d] = day.split('-').map(Number)
  const [hour, minute] = time ? time.split(':').map(Number) : [0, 0]
  const date = new Date(y!, m! - 1, d!, hour, minute)
  return Number.isNaN(date.getTime()) ? null : date
}

const two = (n: number) => String(n).padStart(2, '0')
export function textOf(date: Date | null, kind: WhenKind): string {
  if (!date) return ''
  const day = `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`
  const time = `${two(date.getHours())}:${two(date.getMinutes())}`
  return kind === 'day' ? day : kind === 'time' ? time : `${day}T${time}`
}
