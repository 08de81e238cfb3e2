import { type Day, formatDayLong } from '../calendar/dates'
import { dayInWords, isEnglish, localeOf } from '../calendar/locale'
import { fill } from '../text/fill'
import type { Language } from '../text/language'
import { rhythmOf } from './rhythm'

interface Says {
  day: string
  week: string
  month: string
  year: string
  every: string
  on: string
  date: string
  'last-day': string
  'last-working-day': string
  until: string
  more: string
  /** A rule that says more than can be said here. */
  other: string
}

const SAYS: Record<Language, Says> = {
  en: {
    day: 'every day',
    week: 'every week',
    month: 'every month',
    year: 'every year',
    every: 'every {span}',
    on: ' on {days}',
    date: ' on day {n}',
    'last-day': ' on the last day',
    'last-working-day': ' on the last working day',
    until: ', until {date}',
    more: ', {n} times more',
    other: 'again and again by a rule ({rule})',
  },
  de: {
    day: 'jeden Tag',
    week: 'jede Woche',
    month: 'jeden Monat',
    year: 'jedes Jahr',
    every: 'alle {span}',
    on: ' am {days}',
    date: ' am {n}.',
    'last-day': ' am letzten Tag',
    'last-working-day': ' am letzten Werktag (Montag bis Freitag)',
    until: ', bis {date}',
    more: ', noch {n}-mal',
    other: 'wiederholt nach einer Regel ({rule})',
  },
  fr: {
    day: 'chaque jour',
    week: 'chaque semaine',
    month: 'chaque mois',
    year: 'chaque année',
    every: 'à intervalle de {span}',
    on: ', le {days}',
    date: ', le {n}',
    'last-day': ', le dernier jour',
    'last-working-day': ', le dernier jour ouvré',
    until: ', jusqu’au {date}',
    more: ', encore {n} fois',
    other: 'de façon répétée, selon une règle ({rule})',
  },
  es: {
    day: 'cada día',
    week: 'cada semana',
    month: 'cada mes',
    year: 'cada año',
    every: 'cada {span}',
    on: ', el {days}',
    date: ', el día {n}',
    'last-day': ', el último día',
    'last-working-day': ', el último día laborable',
    until: ', hasta el {date}',
    more: ', {n} veces más',
    other: 'de forma repetida, según una regla ({rule})',
  },
  pt: {
    day: 'todos os dias',
    week: 'todas as semanas',
    month: 'todos os meses',
    year: 'todos os anos',
    every: 'a cada {span}',
    on: ', {days}',
    date: ', no dia {n}',
    'last-day': ', no último dia',
    'last-working-day': ', no último dia útil',
    until: ', até {date}',
    more: ', mais {n} vezes',
    other: 'repetidamente, segundo uma regra ({rule})',
  },
  pl: {
    day: 'codziennie',
    week: 'co tydzień',
    month: 'co miesiąc',
    year: 'co rok',
    every: 'co {span}',
    on: ', {days}',
    date: ', {n}. dnia',
    'last-day': ', ostatniego dnia',
    'last-working-day': ', ostatniego dnia roboczego',
    until: ', do {date}',
    more: ', jeszcze {n} razy',
    other: 'cyklicznie, według reguły ({rule})',
  },
  ar: {
    day: 'كل يوم',
    week: 'كل أسبوع',
    month: 'كل شهر',
    year: 'كل سنة',
    every: 'كل {span}',
    on: '، {days}',
    date: '، في اليوم {n}',
    'last-day': '، في آخر يوم',
    'last-working-day': '، في آخر يوم عمل',
    until: '، حتى {date}',
    more: '، {n} مرات أخرى',
    other: 'يتكرر حسب قاعدة ({rule})',
  },
}

/** A Monday, to name the days of the week by. */
const MONDAY = Date.UTC(2026, 0, 5)

/** A rule in the words of a language, such as “every 2 weeks on Monday and Thursday, until 30 June 2027”. */
export function rhythmWords(rule: string, from: Day, language: Language = 'en'): string {
  const says = SAYS[language]
  const rhythm = rhythmOf(rule, from)
  if (!rhythm) return fill(says.other, { rule })
  const { unit, every, weekdays, onThe, end } = rhythm
  const locale = localeOf(language)
  const span = new Intl.NumberFormat(locale, { style: 'unit', unit, unitDisplay: 'long' }).format(every)
  const named = (d: number) =>
    new Intl.DateTimeFormat(locale, { weekday: 'long', timeZone: 'UTC' }).format(MONDAY + (d - 1) * 86_400_000)
  return [
    every === 1 ? says[unit] : fill(says.every, { span }),
    unit === 'week'
      ? fill(says.on, { days: new Intl.ListFormat(locale, { type: 'conjunction' }).format(weekdays.map(named)) })
      : '',
    unit === 'month' ? fill(says[onThe], { n: String(Number(from.slice(8))) }) : '',
    end === null
      ? ''
      : 'until' in end
        ? fill(says.until, { date: isEnglish(language) ? formatDayLong(end.until) : dayInWords(end.until, language) })
        : fill(says.more, { n: String(end.more) }),
  ].join('')
}
