import { describe, expect, it } from 'vitest'
import { guessJobs, jobKey, jobOf, type JobMeans } from './table'
import { MOST_TIMES, fromCalendar } from './calendar'

const WHERE = { locale: 'de-DE', today: '2027-01-10' }
const read = (row: string[], means: JobMeans[]) => jobOf(row, means, WHERE)

describe('a table of jobs', () => {
  it('is told by its heads, and read as it is written where the business is', () => {
    const heads = ['Titel', 'Kunde', 'E-Mail', 'Datum', 'Uhrzeit', 'Bis', 'Ort', 'Personen', 'Farbe']
    const means = guessJobs(heads)
    expect(means).toEqual(['title', 'client', 'email', 'day', 'time', 'lastDay', 'place', 'people', 'nothing'])
    expect(
      read(
        [
          'Gartenfest',
          'Petra Brunner',
          'Petra@Brunner.example',
          '12.6.2027',
          '14:00',
          '13.6.2027',
          'Am Anger',
          '40',
          'rot',
        ],
        means,
      ),
    ).toEqual({
      job: {
        title: 'Gartenfest',
        kind: '',
        client: { name: 'Petra Brunner', email: 'petra@brunner.example', phone: '' },
        starts: '2027-06-12T14:00',
        ends: '2027-06-13',
        place: 'Am Anger',
        people: 40,
        notes: '',
      },
    })
  })
  it.each([
    [['Fest', '12.6.2027 14:30'], { starts: '2027-06-12T14:30' }],
    [['Fest', '2027-06-12 14:30:00'], { starts: '2027-06-12T14:30' }],
    [['Fest', '2027-06-12'], { starts: '2027-06-12' }],
    [['Fest', ''], { starts: null }],
  ])('%j has its day', (row, job) => expect(read(row, ['title', 'day'])).toMatchObject({ job }))
  it('with a time it ends at ends on its day', () =>
    expect(read(['Fest', '12.6.2027', '14', '18:30'], ['title', 'day', 'time', 'until'])).toMatchObject({
      job: { starts: '2027-06-12T14:00', ends: '2027-06-12T18:30' },
    }))
  it.each([
    [['', ''], 'neither'],
    [['Fest', '31.2.2027'], 'no day'],
    [['F\uFFFDst', ''], 'encoding'],
  ])('%j says what is wrong', (row, why) =>
    expect(read(row, ['title', 'day'])).toMatchObject({ wrong: expect.stringContaining(why) }),
  )
  it('knows a job again by what it is called and its day', () => {
    expect(jobKey({ title: 'Fest ', starts: '2027-06-12T14:00' })).toBe(jobKey({ title: 'fest', starts: '2027-06-12' }))
    expect(jobKey({ title: 'Fest', starts: '2027-06-12' })).not.toBe(jobKey({ title: 'Fest', starts: null }))
  })
})

const calendar = (...entries: string[][]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    ...entries.flatMap((e) => ['BEGIN:VEVENT', ...e, 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n')
const jobs = (...entries: string[][]) => fromCalendar(calendar(...entries), 'Europe/London', 2000)

describe('a calendar', () => {
  it('gives a job for each entry, its time where the business is, and who is asked as the client', () => {
    const {
      jobs: [job],
    } = jobs([
      'SUMMARY:Garden weekend\\, orchard',
      'DTSTART;TZID=Europe/Berlin:20270612T160000',
      'DTEND;TZID=Europe/Berlin:20270614T110000',
      'LOCATION:Weir Lane',
      'DESCRIPTION:Gate is narrow',
      'ORGANIZER:mailto:hello@larkmoor.example',
      'ATTENDEE;CN=Larkmoor:mailto:hello@larkmoor.example',
      'ATTENDEE;CN=Ines Marlow:mailto:Ines@marlow.example',
    ])
    expect(job).toEqual({
      title: 'Garden weekend, orchard',
      kind: '',
      client: { name: 'Ines Marlow', email: 'ines@marlow.example', phone: '' },
      starts: '2027-06-12T15:00',
      ends: '2027-06-14T10:00',
      place: 'Weir Lane',
      people: null,
      notes: 'Gate is narrow',
    })
  })
  it.each([
    ['in UTC', ['DTSTART:20270612T140000Z', 'DTEND:20270612T160000Z'], '2027-06-12T15:00', '2027-06-12T17:00'],
    ['of no zone', ['DTSTART:20270612T140000', 'DURATION:PT90M'], '2027-06-12T14:00', '2027-06-12T15:30'],
    ['of whole days', ['DTSTART;VALUE=DATE:20270612', 'DTEND;VALUE=DATE:20270615'], '2027-06-12', '2027-06-14'],
    ['of one day', ['DTSTART;VALUE=DATE:20270612', 'DTEND;VALUE=DATE:20270613'], '2027-06-12', null],
  ])('an entry %s', (_, when, starts, ends) =>
    expect(jobs(['SUMMARY:x', ...when]).jobs[0]).toMatchObject({ starts, ends }),
  )
  it('gives each time of one that comes again, without those left out, and ends', () => {
    const weekly = jobs([
      'SUMMARY:Class',
      'DTSTART:20270104T180000',
      'DURATION:PT1H',
      'RRULE:FREQ=WEEKLY;COUNT=4',
      'EXDATE:20270111T180000',
    ])
    expect(weekly.jobs.map((j) => j.starts)).toEqual(['2027-01-04T18:00', '2027-01-18T18:00', '2027-01-25T18:00'])
    expect(jobs(['SUMMARY:x', 'DTSTART:20270104T180000', 'RRULE:FREQ=DAILY']).jobs).toHaveLength(MOST_TIMES)
  })
  it('leaves what was called off, has no day or no name, and says how many', () =>
    expect(
      jobs(['SUMMARY:x', 'DTSTART:20270104T180000', 'STATUS:CANCELLED'], ['SUMMARY:y'], ['DTSTART:20270104T180000']),
    ).toEqual({
      jobs: [],
      left: 3,
    }))
  it('that is none is refused', () => expect(() => fromCalendar('hello', 'UTC', 9)).toThrow('no calendar'))
})
