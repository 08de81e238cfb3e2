import { readDay, readMoment, readTime } from '../calendar/typed'
import { EMAIL, PHONE } from '../lists/read'
import { readDecimal } from '../money/typed'
import { type Names, cellsOf, guessColumns } from '../tables/table'

/** What a column of a table of jobs can stand for. */
export const jobMeans = [
  'title',
  'kind',
  'client',
  'email',
  'phone',
  'day',
  'time',
  'lastDay',
  'until',
  'place',
  'people',
  'notes',
  'nothing',
] as const
export type JobMeans = (typeof jobMeans)[number]

const NAMES: Names<JobMeans> = [
  ['title', ['title', 'job', 'event', 'subject', 'titel', 'auftrag', 'titre', 'título', 'titolo']],
  ['kind', ['kind', 'type', 'art', 'genre', 'tipo', 'soort']],
  ['client', ['client', 'customer', 'name', 'kunde', 'kundin', 'auftraggeber', 'cliente', 'klant', 'klient']],
  ['email', EMAIL],
  ['phone', PHONE],
  [
    'day',
    ['day', 'date', 'starts', 'begins', 'from', 'start', 'start date', 'datum', 'tag', 'beginn', 'fecha', 'data'],
  ],
  ['time', ['time', 'start time', 'at', 'uhrzeit', 'zeit', 'heure', 'hora', 'ora']],
  ['lastDay', ['ends', 'to', 'end', 'end date', 'last day', 'ende', 'bis', 'fin', 'fine']],
  ['until', ['until', 'end time', 'endzeit']],
  ['place', ['place', 'where', 'location', 'venue', 'ort', 'adresse', 'lieu', 'lugar', 'luogo']],
  ['people', ['people', 'guests', 'how many', 'number of people', 'personen', 'gäste', 'personnes', 'personas']],
  ['notes', ['notes', 'note', 'remarks', 'comment', 'description', 'notizen', 'bemerkung', 'notas']],
]
/** What each column of a table of jobs likely stands for. */
export const guessJobs = (heads: readonly string[]): JobMeans[] => guessColumns(heads, NAMES)

/** A job as a file has it. Days without a time are `YYYY-MM-DD`, with one `YYYY-MM-DDTHH:MM` where the business is. */
export interface JobRow {
  title: string
  /** What kind it is, as it is called there. */
  kind: string
  client: { name: string; email: string; phone: string }
  starts: string | null
  ends: string | null
  place: string
  people: number | null
  notes: string
}
export type JobRead = { job: JobRow } | { wrong: string; title: string }

/** A job of one row, or why it is none; days and times are read as they are written in `locale`. */
export function jobOf(
  row: readonly string[],
  means: readonly JobMeans[],
  { locale, today }: { locale: string; today: string },
): JobRead {
  const of = cellsOf<JobMeans>(row, means)
  const title = of('title').slice(0, 300)
  const client = {
    name: of('client').slice(0, 200),
    email: of('email').toLowerCase().slice(0, 320),
    phone: of('phone').slice(0, 40),
  }
  const wrong = (why: string): JobRead => ({ wrong: why, title: title || client.name })
  if (!title && !client.name) return wrong('has neither a title nor a client')
  if (/\uFFFD/.test(title + client.name)) return wrong('has letters that were lost: choose another encoding')
  const starts = moment(of('day'), of('time'), { locale, today })
  if (starts === undefined)
    return wrong(`“${`${of('day')} ${of('time')}`.trim().slice(0, 40)}” is no day that can be read`)
  const ends = moment(of('lastDay') || (of('until') ? (starts?.slice(0, 10) ?? '') : ''), of('until'), {
    locale,
    today,
  })
  if (ends === undefined)
    return wrong(`“${`${of('lastDay')} ${of('until')}`.trim().slice(0, 40)}” is no end that can be read`)
  const people = of('people') ? readDecimal(of('people'), locale) : null
  if (people && (!('value' in people) || !/^\d{1,5}$/.test(people.value)))
    return wrong(`“${of('people').slice(0, 20)}” is no number of people`)
  return {
    job: {
      title,
      kind: of('kind').slice(0, 60),
      client,
      starts,
      ends,
      place: of('place').slice(0, 500),
      people: people && 'value' in people ? Number(people.value) : null,
      notes: of('notes').slice(0, 10_000),
    },
  }
}

/** A day with its time where one is said; null where no day is said, undefined where it can't be read. */
function moment(day: string, time: string, about: { locale: string; today: string }): string | null | undefined {
  if (!day) return null
  const asked = { ...about, jobDay: null }
  if (time) {
    const [d, t] = [readDay(day, asked), readTime(time)]
    return d && t ? `${d}T${t}` : undefined
  }
  const alone = readDay(day, asked)
  return alone ?? readMoment(day.replace(/(\d{2}:\d{2}):\d{2}$/, '$1'), asked) ?? undefined
}

const plain = (text: string) => text.trim().toLowerCase()
/** What tells one job from another: what it is called, and when it begins. */
export const jobKey = ({ title, starts }: Pick<JobRow, 'title' | 'starts'>): string =>
  `${plain(title)} ${starts?.slice(0, 10) ?? ''}`
