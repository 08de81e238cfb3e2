import type { InvoiceWhen } from '../../../core/invoices/when'
import type { FactRule } from '../../../core/facts/facts'
import type { Part } from './papers'
import type { Said } from './words'

/** A kind of job as a set has it: what is said is in every language, ids are its own. */
export interface KindOf {
  id: string
  name: Said
  quote?: true
  contract?: string
  waiver?: string
  invoice: InvoiceWhen
  facts: (Pick<FactRule, 'key' | 'unit' | 'type' | 'least'> & { label: Said; choices?: Said[] })[]
  /** Percent asked for on agreeing; the rest so many days before (negative) or after the day. */
  deposit: string | null
  restDays: number
  /** In minor units, held and given back. */
  damage: number | null
  usual: { startTime: string; hours: number }
}
export interface ItemOf {
  id: string
  description: Said
  unit: Said
  /** In minor units of a currency like the euro. */
  price: number
}
export interface SetOf {
  id: string
  name: Said
  kinds: KindOf[]
  agreements: { id: string; title: Said; parts: Part[] }[]
  statements: {
    id: string
    who: 'client' | 'guest'
    kind: 'waiver' | 'form'
    title: Said
    opening: Said
    list: Said[]
  }[]
  know: Said[]
  items: ItemOf[]
}
const s = (en: string, de: string): Said => ({ en, de })
const GROUND: KindOf['facts'][number] = {
  key: 'ground',
  label: s('Ground', 'Untergrund'),
  unit: '',
  type: 'choice',
  choices: [s('grass', 'Rasen'), s('gravel', 'Kies'), s('paved', 'gepflastert')],
}
const NONE = s('', '')
const HOURS = s('h', 'Std.')
const DAYS = s('days', 'Tage')
const EACH = s('people', 'Personen')
const KM = s('km', 'km')
const item = (id: string, description: Said, price: number, unit: Said = NONE): ItemOf => ({
  id,
  description,
  unit,
  price,
})

export const HIRE: SetOf = {
  id: 'hire',
  name: s('hire for events', 'Verleih für Feste'),
  kinds: [
    {
      id: 'party',
      name: s('Garden party', 'Gartenfest'),
      quote: true,
      contract: 'hire',
      invoice: 'completed',
      facts: [
        GROUND,
        { key: 'access', label: s('Way in, width', 'Zufahrt, Breite'), unit: 'm', type: 'number', least: '2.2' },
      ],
      deposit: '30',
      restDays: -7,
      damage: 20_000,
      usual: { startTime: '14:00', hours: 48 },
    },
    {
      id: 'wedding',
      name: s('Wedding', 'Hochzeit'),
      quote: true,
      contract: 'hire',
      invoice: 'completed',
      facts: [GROUND, { key: 'tables', label: s('Tables', 'Tische'), unit: '', type: 'number' }],
      deposit: '40',
      restDays: -14,
      damage: 50_000,
      usual: { startTime: '10:00', hours: 72 },
    },
    {
      id: 'collect',
      name: s('Collected by the client', 'Selbstabholung'),
      quote: true,
      contract: 'hire',
      invoice: 'completed',
      facts: [],
      deposit: null,
      restDays: 0,
      damage: 10_000,
      usual: { startTime: '16:00', hours: 72 },
    },
  ],
  agreements: [
    {
      id: 'hire',
      title: s('Hire agreement', 'Mietvertrag'),
      parts: [
        {
          head: s('Setting up and taking down', 'Auf- und Abbau'),
          clauses: [
            s(
              'You show us where it is to stand: level, firm, and free of pipes and cables where pegs go in. What is buried there you tell us before.',
              'Sie zeigen uns den Platz: eben, fest und ohne Leitungen, wo Heringe eingeschlagen werden. Was dort im Boden liegt, sagen Sie uns vorher.',
            ),
            s(
              'Somebody of yours is there when we come and when we collect. At the handing over we walk round together and note what is worn or missing.',
              'Bei Aufbau und Abholung ist jemand von Ihnen da. Bei der Übergabe gehen wir gemeinsam herum und halten fest, was abgenutzt ist oder fehlt.',
            ),
          ],
        },
        {
          head: s('While it is with you', 'Während der Mietzeit'),
          clauses: [
            s(
              'You look after what is hired as if it were yours. No open fire, no grill and no heater of your own stand under canvas.',
              'Sie behandeln die Mietsachen wie eigene. Unter der Plane stehen kein offenes Feuer, kein Grill und kein eigenes Heizgerät.',
            ),
            s(
              'From wind of force 8 on everybody leaves the tent and it is closed. If we say so on the telephone, it is done at once.',
              'Ab Windstärke 8 verlassen alle das Zelt, und es wird geschlossen. Wenn wir das telefonisch sagen, geschieht es sofort.',
            ),
            s(
              'What is broken or lost costs what it costs to mend or replace it at its age. A damage deposit of {money.damage|amount|the agreed sum} is held and comes back within five working days.',
              'Beschädigtes oder Verlorenes kostet, was Reparatur oder Ersatz zum Zeitwert kosten. Eine Kaution von {money.damage|amount|der vereinbarten Summe} wird hinterlegt und innerhalb von fünf Werktagen zurückgegeben.',
            ),
          ],
        },
      ],
    },
  ],
  statements: [
    {
      id: 'handover',
      who: 'client',
      kind: 'form',
      title: s('Handing over', 'Übergabeprotokoll'),
      opening: s('For {job.title}, {job.starts|short}.', 'Für {job.title}, {job.starts|short}.'),
      list: [
        s('Everything on the list is here and whole.', 'Alles Aufgeführte ist da und unbeschädigt.'),
        s(
          'I was shown how it is opened, closed and made safe.',
          'Mir wurde gezeigt, wie es geöffnet, geschlossen und gesichert wird.',
        ),
      ],
    },
  ],
  know: [
    s(
      'We set up and take down; you give us a level place and a way in.',
      'Wir bauen auf und ab; Sie geben uns einen ebenen Platz und eine Zufahrt.',
    ),
  ],
  items: [
    item('tent-6x12', s('Marquee, 6 × 12 m', 'Festzelt, 6 × 12 m'), 119_000),
    item('tent-6x6', s('Marquee, 6 × 6 m', 'Festzelt, 6 × 6 m'), 69_000),
    item('pagoda', s('Pagoda, 4 × 4 m', 'Pagode, 4 × 4 m'), 29_000),
    item('floor', s('Wooden floor, per square metre', 'Holzboden, je Quadratmeter'), 650, s('m²', 'm²')),
    item('table', s('Table with two benches', 'Bierzeltgarnitur'), 1_200),
    item('round', s('Round table for eight', 'Runder Tisch für acht'), 1_800),
    item('chair', s('Folding chair', 'Klappstuhl'), 350),
    item('lights', s('String of lights, 20 m', 'Lichterkette, 20 m'), 3_900),
    item('heater', s('Tent heater, per day', 'Zeltheizung, je Tag'), 8_500, DAYS),
    item('crew', s('Hand for setting up', 'Aufbauhilfe'), 3_800, HOURS),
    item('way', s('Delivery', 'Anfahrt'), 120, KM),
    item('clean', s('Cleaning', 'Reinigung'), 9_500),
  ],
}

export const COURSES: SetOf = {
  id: 'courses',
  name: s('courses and sessions', 'Kurse und Termine'),
  kinds: [
    {
      id: 'open',
      name: s('Open session', 'Offener Termin'),
      waiver: 'part',
      invoice: 'never',
      facts: [{ key: 'leader', label: s('Led by', 'Leitung'), unit: '', type: 'person' }],
      deposit: null,
      restDays: 0,
      damage: null,
      usual: { startTime: '18:00', hours: 2 },
    },
    {
      id: 'course',
      name: s('Course', 'Kurs'),
      quote: true,
      contract: 'course',
      waiver: 'part',
      invoice: 'agreed',
      facts: [{ key: 'level', label: s('Level', 'Stufe'), unit: '' }],
      deposit: '25',
      restDays: -7,
      damage: null,
      usual: { startTime: '09:30', hours: 7 },
    },
    {
      id: 'firm',
      name: s('Day for a firm', 'Tag für eine Firma'),
      quote: true,
      contract: 'course',
      waiver: 'part',
      invoice: 'day',
      facts: [],
      deposit: null,
      restDays: 14,
      damage: null,
      usual: { startTime: '09:00', hours: 8 },
    },
  ],
  agreements: [
    {
      id: 'course',
      title: s('Course agreement', 'Kursvertrag'),
      parts: [
        {
          head: s('Taking part', 'Teilnahme'),
          clauses: [
            s(
              'Whoever takes part is well enough for it and tells the leader what we should know. The leader may end it for somebody who endangers others.',
              'Wer teilnimmt, ist dafür gesund genug und sagt der Leitung, was wir wissen sollten. Die Leitung kann ausschließen, wer andere gefährdet.',
            ),
            s(
              'A place may be passed on to somebody else up to the day before, without a charge.',
              'Ein Platz kann bis zum Vortag ohne Kosten an jemand anderen weitergegeben werden.',
            ),
            s(
              'Fewer than four people, and we may move the day; whoever can’t come then gets the price back.',
              'Bei weniger als vier Personen können wir den Termin verlegen; wer dann nicht kann, erhält den Preis zurück.',
            ),
          ],
        },
      ],
    },
  ],
  statements: [
    {
      id: 'part',
      who: 'guest',
      kind: 'waiver',
      title: s('Taking part', 'Teilnahmeerklärung'),
      opening: s(
        '{guest.name}, for {job.title} on {job.starts|short}.',
        '{guest.name}, für {job.title} am {job.starts|short}.',
      ),
      list: [
        s(
          'I am well, and have told the leader of anything that matters.',
          'Ich bin gesund und habe der Leitung gesagt, was wichtig ist.',
        ),
        s(
          'I keep to what the leader says, and know that I take part at my own risk where nobody is at fault.',
          'Ich halte mich an die Weisungen der Leitung und weiß, dass ich auf eigene Gefahr teilnehme, wo niemanden ein Verschulden trifft.',
        ),
        s('I know that I may stop at any time.', 'Ich weiß, dass ich jederzeit aufhören kann.'),
      ],
    },
  ],
  know: [
    s(
      'Everything needed is there; bring clothes that may get dirty.',
      'Alles Nötige ist da; bringen Sie Kleidung mit, die schmutzig werden darf.',
    ),
  ],
  items: [
    item('place', s('Place, one session', 'Platz, ein Termin'), 2_800, EACH),
    item('course', s('Place, course of one day', 'Platz, Tageskurs'), 14_500, EACH),
    item('ten', s('Card for ten sessions', 'Zehnerkarte'), 24_000),
    item('group', s('Group of up to ten', 'Gruppe bis zehn Personen'), 89_000),
    item('leader', s('Second leader', 'Zweite Leitung'), 5_500, HOURS),
    item('material', s('Material', 'Material'), 1_500, EACH),
    item('room', s('Room, per day', 'Raum, je Tag'), 22_000, DAYS),
    item('lunch', s('Lunch', 'Mittagessen'), 1_650, EACH),
  ],
}
