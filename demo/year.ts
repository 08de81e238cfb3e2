import { visitMarks } from '../server/platform/db/schema'
import { write } from '../server/platform/db/client'
import { CONTACTS, type DemoJob, type DemoLine, KINDS, kind } from './data'

/** Two kinds of work that fill Larkmoor's year: lakeside evenings on season tickets, and looking after others' stoves. */
export const YEAR_KINDS = [
  kind('evening', 'Lakeside evening', {
    expects: { quote: false, contract: false, waivers: false, invoice: 'never' },
    templates: {},
    facts: [],
    plan: { stages: [], damageDeposit: null },
    pricesIncludeTax: true,
    usual: { startTime: '18:00', hours: 3 },
  }),
  kind('stove', 'Stove service', {
    expects: { quote: true, contract: false, waivers: false, invoice: 'never' },
    templates: { quote: 'quote' },
    facts: [],
    plan: { ...KINDS[0]!.settings.plan, damageDeposit: null },
    pricesIncludeTax: false,
    usual: { startTime: '09:00', hours: 4 },
  }),
]
const PLACES = ['The Jetty, Larkmoor Water', 'North shore, Larkmoor Water', 'The Boathouse meadow']
const VILLAGES = ['Oakhanger', 'Sedge', 'Quayside', 'Fen End', 'Harrow Weir']
const CLIENTS = ['Ines Marlow', 'Anders Quill', 'Gwen Tarrant', 'Paul Okoro', 'Harriet Lund', 'Lida Voss']
const GARDEN: DemoLine[] = [
  { item: 'barrel', quantity: '1' },
  { item: 'miles', quantity: '18' },
  { item: 'wood', quantity: '2' },
]
const SERVICE: DemoLine[] = [
  { item: 'keeper', quantity: '5' },
  { item: 'miles', quantity: '22' },
]
const turn = <T>(list: readonly T[], i: number): T => list[i % list.length]!

/** The year behind the demo: 103 jobs, the same each time, spread over its months. */
export function yearJobs(): DemoJob[] {
  const base = (i: number) => ({
    hours: 3,
    people: 8 + (i % 7),
    place: turn(PLACES, i),
    client: turn(CLIENTS, i * 5 + 2),
  })
  const evenings = Array.from({ length: 84 }, (_, i): DemoJob => {
    const day = -358 + i * 4
    return {
      ...base(i),
      title: `Lakeside evening ${i + 1}`,
      kind: 'evening',
      client: '',
      day,
      hour: '18:00',
      lines: [],
      began: day - 12,
      to: null,
      guests: 3 + (i % 4),
    }
  })
  const stoves = Array.from({ length: 8 }, (_, i): DemoJob => {
    const day = -340 + i * 34
    return {
      ...base(i),
      title: `Stove at ${turn(VILLAGES, i)}, ${i + 1}`,
      kind: 'stove',
      place: turn(VILLAGES, i),
      day,
      hour: '09:00',
      hours: 4,
      lines: SERVICE,
      began: day - 9 - (i % 6),
      to: 'accepted',
    }
  })
  const lost = Array.from({ length: 9 }, (_, i): DemoJob => {
    const day = -345 + i * 30
    return {
      ...base(i),
      title: `${turn(VILLAGES, i + 2)} garden ${i + 1}`,
      kind: 'garden',
      place: turn(VILLAGES, i + 2),
      day,
      hour: '16:00',
      hours: 43,
      lines: GARDEN,
      facts: { gate: '2.6' },
      began: day - 40,
      to: i % 3 === 0 ? 'lapsed' : 'quote-declined',
    }
  })
  const full = Array.from({ length: 2 }, (_, i): DemoJob => {
    const day = -330 + i * 126
    return {
      ...base(i),
      title: `${turn(['May', 'Birch', 'Weir', 'Mill', 'Alder', 'Heron'], i)} weekend`,
      kind: 'garden',
      place: `${i + 3} Weir Lane, ${turn(VILLAGES, i)}`,
      day,
      hour: '16:00',
      hours: 43,
      lines: GARDEN,
      facts: { gate: '2.8', power: 'None needed' },
      began: day - 45,
      to: 'balance',
    }
  })
  return [...evenings, ...stoves, ...lost, ...full]
}

/** Guests of an evening came, one after the other, as the desk marked them. */
export async function markVisits(jobId: string, guestIds: readonly string[], arrived: () => string): Promise<void> {
  await write(async (tx) => {
    for (const [i, contactId] of guestIds.entries()) {
      const at = arrived()
      await tx.insert(visitMarks).values({
        ...{ id: `year-${jobId}-${i}`, jobId, contactId, kind: 'here', at, takenAt: at },
        by: i % 2 ? 'Jonah Reed' : 'Maren Fosse',
      })
    }
  })
}
export const yearGuests = (n: number, i: number): string[] =>
  Array.from({ length: n }, (_, k) => turn(CONTACTS.slice(10), i * 3 + k).name)
