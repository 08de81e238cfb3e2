/** The locale that dates and amounts of a language are written in; digits are western everywhere, as papers have them. */
export function localeOf(language: string): string {
  const tag = language.toLowerCase()
  if (tag === 'en' || !tag) return 'en-GB'
  if (tag.startsWith('ar')) return 'ar-u-nu-latn'
  try {
    return Intl.getCanonicalLocales(tag === 'pt' ? 'pt-PT' : language)[0] ?? 'en-GB'
  } catch {
    return 'en-GB'
  }
}
export const isEnglish = (language: string): boolean => /^en\b/i.test(language) || language === ''

/** A day of a calendar in words of a language: `12. Juni 2026`. */
export const dayInWords = (day: string, language: string, more: Intl.DateTimeFormatOptions = {}): string =>
  new Intl.DateTimeFormat(localeOf(language), {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
    calendar: 'gregory',
    ...more,
  })
    .format(new Date(`${day}T00:00:00Z`))
    .replace(/[\u00a0\u202f]/g, ' ')
