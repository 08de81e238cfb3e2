import type { KindSettings } from '../server/platform/db/schema'
import { type Minor, minor } from '../core/money/money'
import type { FactRule } from '../core/facts/facts'
import type { CalledOffStep } from '../core/payment-plan/called-off'
import type { PaymentPlan } from '../core/payment-plan/plan'

/** Larkmoor Saunas, made up from end to end: example domains, numbers from the range reserved for drama. */
export const BUSINESS = {
  name: 'Larkmoor Saunas',
  legalName: 'Larkmoor Saunas Ltd',
  address: 'The Boathouse, Larkmoor Water\nOakhanger OX0 0AA',
  email: 'hello@larkmoor.example',
  phone: '01632 960 100',
  timeZone: 'Europe/London',
  currency: 'GBP',
  taxNumber: 'GB 000 0000 00',
  bank: 'Larkmoor Saunas Ltd, sort code 00-00-00, account 00000000',
}
/** What the business says to whoever has signed, and when nobody is reminded. */
export const SETTINGS = {
  checked: [] as ('owner' | 'staff')[],
  quiet: { from: '20:00', to: '08:00' },
  thanks: 'We look forward to lighting the stove for you.',
}
export const MESSAGES = [
  {
    name: 'Agreement, short',
    subject: 'Your {paper} for {day}',
    message:
      'Hello {first},\n\nhere is the {paper} for {job} on {day}. It takes about three minutes to read and sign, on a phone or a computer.\n\nPlease by {deadline}.\n\n{business}',
  },
  {
    name: 'Waiver before a session',
    subject: 'Before you come on {day}',
    message:
      'Hello {first},\n\nplease read and sign this before you come to {job}. Whoever has signed goes straight in.\n\n{business}',
  },
]
export const OWNER = {
  name: 'Maren Fosse',
  email: 'maren@larkmoor.example',
  role: 'owner' as const,
  password: 'steam-and-birch',
  pin: '2468',
}
export const STAFF = {
  name: 'Jonah Reed',
  email: 'jonah@larkmoor.example',
  role: 'staff' as const,
  password: 'kindling-first',
  pin: '1357',
}

const plan = (
  percent: string,
  balanceDays: number,
  damage: number | null,
  calledOff: CalledOffStep[],
): PaymentPlan => ({
  stages: [
    { key: 'deposit', label: 'Deposit', amount: { percent }, due: { afterAcceptance: 2 } },
    { key: 'balance', label: 'Balance', amount: 'remainder', due: { fromDay: balanceDays } },
  ],
  damageDeposit: damage === null ? null : { amount: minor(damage), due: { fromDay: -1 } },
  calledOff,
})
const GATE: FactRule = { key: 'gate', label: 'Gate width', unit: 'm', type: 'number', least: '2.4', most: '' }
const FIRE_KEEPER: FactRule = { key: 'fireKeeper', label: 'Fire-keeper', unit: '', type: 'person' }
export const kind = (id: string, name: string, settings: KindSettings) => ({ id, name, settings })
export const KINDS = [
  kind('garden', 'Garden weekend', {
    expects: { quote: true, contract: true, waivers: false, invoice: 'agreed' },
    templates: { quote: 'quote', contract: 'hire', waiver: 'waiver' },
    facts: [
      GATE,
      { key: 'power', label: 'Power', unit: '', type: 'choice', choices: ['Mains', 'Generator', 'None needed'] },
      FIRE_KEEPER,
    ],
    plan: plan('30', -2, 20000, [
      { within: 365, keep: { percent: '7.5' } },
      { within: 30, keep: 'first' },
      { within: 14, keep: { percent: '50' } },
      { within: 2, keep: { percent: '100' } },
    ]),
    pricesIncludeTax: false,
    usual: { startTime: '16:00', hours: 43 },
  }),
  kind('festival', 'Festival hire', {
    expects: { quote: true, contract: true, waivers: false, invoice: 'agreed' },
    templates: { quote: 'quote', contract: 'festival', waiver: 'waiver' },
    facts: [{ key: 'pitch', label: 'Pitch', unit: '' }, GATE],
    plan: plan('40', -14, 50000, [
      { within: 60, keep: 'first' },
      { within: 14, keep: { percent: '80' } },
    ]),
    pricesIncludeTax: false,
    usual: { startTime: '10:00', hours: 56 },
  }),
  kind('retreat', 'Retreat', {
    expects: { quote: true, contract: true, waivers: false, invoice: 'day' },
    templates: { quote: 'quote', contract: 'retreat', waiver: 'waiver' },
    facts: [{ key: 'meals', label: 'Meals', unit: '' }],
    plan: plan('25', -7, null, [{ within: 14, keep: 'first' }]),
    pricesIncludeTax: false,
    usual: { startTime: '15:00', hours: 48 },
  }),
  kind('session', 'Public session', {
    expects: { quote: false, contract: false, waivers: true, invoice: 'never' },
    templates: { waiver: 'waiver' },
    facts: [FIRE_KEEPER],
    plan: {
      stages: [{ key: 'balance', label: 'Tickets', amount: 'remainder', due: { fromDay: 0 } }],
      damageDeposit: null,
    },
    pricesIncludeTax: true,
    usual: { startTime: '14:00', hours: 2 },
  }),
]

const item = (
  id: string,
  description: string,
  unit: string,
  unitPrice: number,
  taxRate = '20',
  clientQuantity: { min: string; max: string; step: string } | null = null,
) => ({ id, description, unit, unitPrice: minor(unitPrice), taxRate, clientQuantity })
export const CATALOGUE = [
  item('barrel', 'Barrel sauna, Friday to Sunday', '', 42000),
  item('cabin', 'Cabin sauna, Friday to Sunday', '', 56000),
  item('horsebox', 'Horsebox sauna, per day', 'days', 34000),
  item('tub', 'Cold plunge tub', '', 9500),
  item('keeper', 'Fire-keeper', 'h', 2800, '20', { min: '4', max: '12', step: '1' }),
  item('miles', 'Delivery', 'miles', 120),
  item('wood', 'Net of kiln-dried birch', 'nets', 900, '5'),
  item('robes', 'Robes and towels', 'sets', 650, '20', { min: '1', max: '40', step: '1' }),
  item('retreat', 'Retreat place with guide', 'people', 18500),
  item('meals', 'Meals, per person', 'people', 4200),
  item('ticket', 'Lakeside session ticket', 'people', 1800),
]

const person = (name: string, address = '', kind: 'person' | 'organisation' = 'person') => ({
  name,
  email: `${name.split(' ')[0]!.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '')}@${name
    .split(' ')
    .at(-1)!
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z]/g, '')}.example`,
  phone: `01632 960 ${String(101 + ((name.length * 37) % 800))}`,
  address,
  kind,
})
export const CONTACTS = [
  person('Ines Marlow', 'Orchard House\nOakhanger OX0 0AB'),
  person('Paul Okoro', '3 Tithe Lane\nOakhanger OX0 0AC'),
  person('Harriet Lund', 'Mill Meadow\nSedge OX0 0AD'),
  person('Lida Voss', '12 Canal Row\nWexcombe WX0 0AA'),
  person('Aiko Brandt', '7 Linden Court\nWexcombe WX0 0AB'),
  person('Tobias Renn', 'Harbour Office\nQuayside QY0 0AA'),
  {
    ...person('Fen Lights Trust', 'The Old Pump House\nFenmere FM0 0AA', 'organisation'),
    email: 'bookings@fenlights.example',
  },
  person('Sefa Adeyemi', '21 Quarry Bank\nSedge OX0 0AE'),
  person('Anders Quill', 'Quay Cottage\nQuayside QY0 0AB'),
  person('Marguerite Dupont-Ashdown', 'Hollin Hall\nNether Wexcombe WX0 0AC'),
  person('Nadia Ferrer'),
  person('Bram Ostrowski'),
  person('Leena Varga'),
  person('Callum Reyes'),
  person('Yuki Sato'),
  person('Oona Kelleher'),
  person('Viktor Halloran'),
  person('Priya Raman'),
  person('Ελένη Παππά'),
  person('Ольга Белова'),
  {
    ...person('Stone Circle Gathering', 'Long Barrow Farm\nFenmere FM0 0AB', 'organisation'),
    email: 'office@stonecircle.example',
  },
  person('Gwen Tarrant', 'The Lodge\nSedge OX0 0AF'),
  person('Dario Marlow'),
  person('Rosa Lindqvist', '2 Weir View\nOakhanger OX0 0AG'),
  { ...person('Ledger Office'), email: 'accounts@larkmoor.example', kind: 'organisation' as const },
].map((c, i) => ({
  ...c,
  email: c.email.startsWith('@') || /[^\x20-\x7e]/.test(c.email) ? `guest${i}@bathers.example` : c.email,
}))

/** A line on a job: catalogue item, quantity, and how the client may choose. */
export interface DemoLine {
  item: string
  quantity: string
  optional?: boolean
  left?: boolean
  clientSets?: boolean
  discount?: { percent: string } | { amount: Minor }
}
const garden = (more: DemoLine[] = []): DemoLine[] => [
  { item: 'barrel', quantity: '1' },
  { item: 'tub', quantity: '1', optional: true },
  { item: 'keeper', quantity: '6', clientSets: true },
  { item: 'miles', quantity: '34' },
  ...more,
]

/** How far a job has come: each step is taken through the services, in order. */
export type Step =
  | 'quote'
  | 'quote-out'
  | 'quote-opened'
  | 'quote-declined'
  | 'accepted'
  | 'contract-out'
  | 'client-signed'
  | 'complete'
  | 'deposit'
  | 'balance'
  | 'lapsed'
  | 'bare-contract'
export interface DemoJob {
  title: string
  kind: string
  client: string
  day: number | null
  hour: string
  hours: number
  place: string
  people: number
  facts?: Record<string, string>
  lines: DemoLine[]
  began: number
  to: Step | null
  guests?: number
  waivers?: { sent: number; signed: number }
  discount?: { percent: string }
  /** Its client's own agreement lies on the marking table. */
  brings?: boolean
  /** Who witnesses the client's signing, beside them; the client proves who they are by a code. */
  witness?: string
  /** A quote that was prepared by staff and waits for the owner to check it. */
  checked?: boolean
}
export const JOBS: DemoJob[] = [
  {
    title: 'Quay evening',
    kind: 'garden',
    client: 'Anders Quill',
    day: -9,
    hour: '16:00',
    hours: 30,
    place: 'Quay Cottage, Quayside',
    people: 10,
    facts: { gate: '2.8', power: 'None needed' },
    lines: garden(),
    began: -40,
    to: 'deposit',
  },
  {
    title: 'Tarrant lodge',
    kind: 'garden',
    client: 'Gwen Tarrant',
    day: -23,
    hour: '16:00',
    hours: 43,
    place: 'The Lodge, Sedge',
    people: 14,
    facts: { gate: '3.0' },
    lines: garden([{ item: 'wood', quantity: '4' }]),
    began: -60,
    to: 'balance',
  },
  {
    title: 'Okoro garden',
    kind: 'garden',
    client: 'Paul Okoro',
    day: 1,
    hour: '12:00',
    hours: 28,
    place: '3 Tithe Lane, Oakhanger',
    people: 12,
    facts: { gate: '2.5', power: 'None needed' },
    lines: [
      { item: 'barrel', quantity: '1' },
      { item: 'miles', quantity: '12' },
      { item: 'wood', quantity: '2' },
    ],
    began: -14,
    to: 'complete',
  },
  {
    title: 'Orchard weekend',
    kind: 'garden',
    client: 'Ines Marlow',
    day: 3,
    hour: '16:00',
    hours: 43,
    place: 'Orchard House, Oakhanger',
    people: 24,
    facts: { power: 'None needed', fireKeeper: 'Jonah Reed', gate: '2.6' },
    lines: garden(),
    began: -6,
    to: 'client-signed',
  },
  {
    title: 'Mill meadow',
    kind: 'garden',
    client: 'Harriet Lund',
    day: 4,
    hour: '15:00',
    hours: 24,
    place: 'Mill Meadow, Sedge',
    people: 8,
    facts: { gate: '4' },
    lines: [
      { item: 'barrel', quantity: '1' },
      { item: 'robes', quantity: '8', discount: { percent: '10' } },
    ],
    began: -30,
    to: 'balance',
  },
  {
    title: 'Lakeside swim',
    kind: 'session',
    client: '',
    day: 2,
    hour: '14:00',
    hours: 2,
    place: 'Larkmoor Water',
    people: 6,
    facts: { fireKeeper: 'Jonah Reed' },
    lines: [{ item: 'ticket', quantity: '6' }],
    began: -10,
    to: null,
    guests: 6,
    waivers: { sent: 3, signed: 2 },
  },
  {
    title: 'Midwinter lakeside',
    kind: 'session',
    client: '',
    day: 12,
    hour: '10:00',
    hours: 2,
    place: 'Larkmoor Water',
    people: 9,
    lines: [{ item: 'ticket', quantity: '9' }],
    began: -8,
    to: null,
    guests: 9,
    waivers: { sent: 4, signed: 3 },
  },
  {
    title: 'Voss retreat',
    kind: 'retreat',
    client: 'Lida Voss',
    day: 9,
    hour: '15:00',
    hours: 48,
    place: 'Boathouse, Larkmoor Water',
    people: 10,
    facts: { meals: 'included' },
    lines: [
      { item: 'retreat', quantity: '10' },
      { item: 'meals', quantity: '10', optional: true },
    ],
    began: -45,
    to: 'deposit',
    discount: { percent: '5' },
  },
  {
    title: 'Brandt retreat',
    kind: 'retreat',
    client: 'Aiko Brandt',
    day: 11,
    hour: '15:00',
    hours: 48,
    place: 'Boathouse, Larkmoor Water',
    people: 9,
    facts: { meals: 'included' },
    lines: [
      { item: 'retreat', quantity: '9' },
      { item: 'meals', quantity: '9' },
    ],
    began: -11,
    to: 'contract-out',
    witness: 'Greta Lind',
  },
  {
    title: 'Harbour lantern night',
    kind: 'festival',
    client: 'Tobias Renn',
    day: 18,
    hour: '17:00',
    hours: 7,
    place: 'Harbour Green, Quayside',
    people: 120,
    lines: [
      { item: 'horsebox', quantity: '1' },
      { item: 'keeper', quantity: '8' },
      { item: 'miles', quantity: '51.5' },
    ],
    began: -9,
    to: 'quote-declined',
  },
  {
    title: 'Fen Lights',
    kind: 'festival',
    client: 'Fen Lights Trust',
    day: 24,
    hour: '10:00',
    hours: 56,
    place: 'Fenmere common',
    people: 300,
    facts: { pitch: 'B 14' },
    lines: [
      { item: 'horsebox', quantity: '3' },
      { item: 'cabin', quantity: '1' },
      { item: 'keeper', quantity: '12' },
      { item: 'miles', quantity: '88' },
    ],
    began: -20,
    to: 'accepted',
    brings: true,
  },
  {
    title: 'Quarry birthday',
    kind: 'garden',
    client: 'Sefa Adeyemi',
    day: null,
    hour: '',
    hours: 0,
    place: '21 Quarry Bank, Sedge',
    people: 16,
    lines: garden(),
    began: -4,
    to: null,
  },
  {
    title: 'Hollin Hall',
    kind: 'garden',
    client: 'Marguerite Dupont-Ashdown',
    day: 26,
    hour: '16:00',
    hours: 43,
    place: 'Hollin Hall, Nether Wexcombe',
    people: 18,
    facts: { gate: '3.2' },
    lines: garden([{ item: 'robes', quantity: '18', optional: true, left: true }]),
    began: -5,
    to: 'quote-opened',
  },
  {
    title: 'Weir View',
    kind: 'garden',
    client: 'Rosa Lindqvist',
    day: 33,
    hour: '16:00',
    hours: 43,
    place: '2 Weir View, Oakhanger',
    people: 12,
    lines: garden(),
    began: -1,
    to: 'quote',
    checked: true,
  },
  {
    title: 'Stone circle',
    kind: 'festival',
    client: 'Stone Circle Gathering',
    day: 40,
    hour: '09:00',
    hours: 60,
    place: 'Long Barrow Farm, Fenmere',
    people: 200,
    lines: [
      { item: 'horsebox', quantity: '2.5' },
      { item: 'keeper', quantity: '10', clientSets: true },
      { item: 'miles', quantity: '73' },
    ],
    began: -16,
    to: 'lapsed',
  },
  {
    title: 'Birch evening',
    kind: 'garden',
    client: 'Ines Marlow',
    day: 47,
    hour: '17:00',
    hours: 24,
    place: 'Orchard House, Oakhanger',
    people: 8,
    facts: { gate: '2.6' },
    lines: garden(),
    began: -2,
    to: 'quote-out',
  },
]
