import { formatDay, formatInstant, relativeDay } from '~~/core/calendar/dates'
import { formatMoney, minor } from '~~/core/money/money'

export const money = (amount: number, currency: string): string => formatMoney(minor(amount), currency)
export const dayWords = (day: string | null, today: string): string => (day ? formatDay(day, today) : 'no day yet')
export const away = (day: string, today: string): string => relativeDay(day, today)

/** The time of an instant: the hour today, else the weekday or the date. */
export function whenWords(instant: string, today: string): string {
  const at = new Date(instant)
  const day = new Intl.DateTimeFormat('sv-SE').format(at)
  if (day === today) return new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' }).format(at)
  const days = (Date.parse(today) - Date.parse(day)) / 86_400_000
  return new Intl.DateTimeFormat(
    'en-GB',
    days < 7 && days > 0 ? { weekday: 'short' } : { day: 'numeric', month: 'short' },
  ).format(at)
}

/** `Fri 12 June 16:00 to Sun 14 June 11:00`. */
export function spanWords(starts: string | null, ends: string | null, today: string): string {
  if (!starts) return 'no day yet'
  const from = `${formatDay(starts.slice(0, 10), today)} ${starts.slice(11)}`
  if (!ends) return from
  return starts.slice(0, 10) === ends.slice(0, 10)
    ? `${from} to ${ends.slice(11)}`
    : `${from} to ${formatDay(ends.slice(0, 10), today)} ${ends.slice(11)}`
}

/** A day and an hour in the business's zone. */
export const instantWords = (instant: string, timeZone: string, today: string): string =>
  formatInstant(instant, timeZone, today)

/** Where an address is, as far as it says so itself. */
export function placeWords(address: string): string {
  if (!address) return ''
  if (/^(127\.|::1$)/.test(address)) return 'this machine'
  const near = /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|f[cd]|fe80:)/i.test(address)
  return near ? `${address}, the network here` : address
}

/** A day where there is little room: `12 Jun`. */
export const shortDay = (day: string): string =>
  new Date(`${day}T12:00Z`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })

/** How money goes back, as it is chosen. */
export const PAID_BY = [
  { value: 'bank', label: 'by bank' },
  { value: 'cash', label: 'in cash' },
  { value: 'card', label: 'by card' },
]
