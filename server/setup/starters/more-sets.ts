import type { SetOf } from './sets'
import type { Said } from './words'

const s = (en: string, de: string): Said => ({ en, de })
const NONE = s('', '')
const HOURS = s('h', 'Std.')
const item = (id: string, description: Said, price: number, unit: Said = NONE) => ({ id, description, unit, price })

export const VISITS: SetOf = {
  id: 'visits',
  name: s('visits to homes', 'Hausbesuche'),
  kinds: [
    {
      id: 'visit',
      name: s('Visit', 'Besuch'),
      invoice: 'day',
      contract: 'work',
      facts: [{ key: 'key', label: s('Key', 'Schlüssel'), unit: '' }],
      deposit: null,
      restDays: 14,
      damage: null,
      usual: { startTime: '09:00', hours: 2 },
    },
    {
      id: 'work',
      name: s('Work by quote', 'Arbeit nach Angebot'),
      quote: true,
      contract: 'work',
      invoice: 'day',
      facts: [
        { key: 'access', label: s('Access', 'Zugang'), unit: '' },
        { key: 'parking', label: s('Parking', 'Parken'), unit: '' },
      ],
      deposit: '20',
      restDays: 14,
      damage: null,
      usual: { startTime: '08:00', hours: 8 },
    },
  ],
  agreements: [
    {
      id: 'work',
      title: s('Agreement about the work', 'Arbeitsauftrag'),
      parts: [
        {
          head: s('In your home', 'Bei Ihnen zu Hause'),
          clauses: [
            s(
              'You let us in at the hour agreed and keep the place we work at free. Pets and children are elsewhere meanwhile.',
              'Sie lassen uns zur vereinbarten Zeit ein und halten den Arbeitsplatz frei. Haustiere und Kinder sind währenddessen anderswo.',
            ),
            s(
              'What turns out on the way and changes the price by more than a tenth, we tell you before we go on.',
              'Zeigt sich unterwegs etwas, das den Preis um mehr als ein Zehntel ändert, sagen wir es Ihnen, bevor wir weitermachen.',
            ),
            s(
              'At the end we look at it together. What isn’t right we put right at no charge; you tell us within two weeks of seeing it.',
              'Am Ende sehen wir es gemeinsam an. Was nicht stimmt, bringen wir kostenlos in Ordnung; Sie melden es binnen zwei Wochen, nachdem Sie es bemerkt haben.',
            ),
          ],
        },
      ],
    },
  ],
  statements: [
    {
      id: 'done',
      who: 'client',
      kind: 'form',
      title: s('Work done', 'Abnahme'),
      opening: s('For {job.title}, {job.starts|short}.', 'Für {job.title}, {job.starts|short}.'),
      list: [
        s('The work was done as agreed.', 'Die Arbeit wurde wie vereinbart ausgeführt.'),
        s(
          'The place was left clean, and keys were given back.',
          'Der Ort wurde sauber hinterlassen, Schlüssel wurden zurückgegeben.',
        ),
      ],
    },
  ],
  know: [s('The way to you is within the price up to 15 km.', 'Die Anfahrt bis 15 km ist im Preis enthalten.')],
  items: [
    item('hour', s('Hour of work', 'Arbeitsstunde'), 5_800, HOURS),
    item('visit', s('Visit, first half hour', 'Besuch, erste halbe Stunde'), 4_500),
    item('emergency', s('Visit out of hours', 'Besuch außerhalb der Zeiten'), 9_800),
    item('material', s('Material', 'Material'), 1_000),
    item('way', s('Way beyond 15 km', 'Anfahrt über 15 km'), 90, s('km', 'km')),
    item('waste', s('Taking waste away', 'Entsorgung'), 3_500),
  ],
}

export const PICTURES: SetOf = {
  id: 'pictures',
  name: s('pictures and music', 'Bilder und Musik'),
  kinds: [
    {
      id: 'portrait',
      name: s('Portrait', 'Porträt'),
      quote: true,
      contract: 'engagement',
      invoice: 'day',
      facts: [],
      deposit: '30',
      restDays: 7,
      damage: null,
      usual: { startTime: '11:00', hours: 2 },
    },
    {
      id: 'feast',
      name: s('Wedding or feast', 'Hochzeit oder Fest'),
      quote: true,
      contract: 'engagement',
      invoice: 'agreed',
      facts: [
        { key: 'others', label: s('Who else works there', 'Wer sonst dort arbeitet'), unit: '' },
        { key: 'meal', label: s('Meal', 'Essen'), unit: '' },
      ],
      deposit: '40',
      restDays: -14,
      damage: null,
      usual: { startTime: '13:00', hours: 9 },
    },
    {
      id: 'stage',
      name: s('Playing', 'Auftritt'),
      quote: true,
      contract: 'engagement',
      invoice: 'day',
      facts: [
        { key: 'stage', label: s('Stage', 'Bühne'), unit: '' },
        { key: 'power', label: s('Power', 'Strom'), unit: '' },
      ],
      deposit: '25',
      restDays: 0,
      damage: null,
      usual: { startTime: '19:00', hours: 4 },
    },
  ],
  agreements: [
    {
      id: 'engagement',
      title: s('Engagement', 'Engagement'),
      parts: [
        {
          head: s('On the day', 'Am Tag'),
          clauses: [
            s(
              'You name one person we turn to. If it lasts more than five hours, we eat with your guests or where they do.',
              'Sie nennen eine Person, an die wir uns wenden. Dauert es länger als fünf Stunden, essen wir mit Ihren Gästen oder am selben Ort.',
            ),
            s(
              'If one of us falls ill we find somebody as good, or you get back all you have paid.',
              'Wird jemand von uns krank, finden wir gleichwertigen Ersatz, oder Sie erhalten alles Gezahlte zurück.',
            ),
          ],
        },
        {
          head: s('What was made', 'Was entstanden ist'),
          clauses: [
            s(
              'You have it within six weeks and may use it privately for ever. Who wants to sell or advertise with it asks us first.',
              'Sie erhalten es innerhalb von sechs Wochen und dürfen es privat zeitlich unbegrenzt nutzen. Für Verkauf oder Werbung fragen Sie uns vorher.',
            ),
            s(
              'We show none of it in public unless whoever can be recognised has agreed to that on a paper of its own.',
              'Wir zeigen nichts davon öffentlich, es sei denn, die Erkennbaren haben dem auf einem eigenen Papier zugestimmt.',
            ),
          ],
        },
      ],
    },
  ],
  statements: [
    {
      id: 'release',
      who: 'client',
      kind: 'form',
      title: s('Showing pictures', 'Bilder zeigen'),
      opening: s('{client.name}, for {job.title}.', '{client.name}, für {job.title}.'),
      list: [
        s(
          'You may show what I can be recognised in on your own pages.',
          'Sie dürfen auf Ihren eigenen Seiten zeigen, worauf ich zu erkennen bin.',
        ),
        s(
          'I know that I can take this back at any time for what comes after.',
          'Ich weiß, dass ich das jederzeit für die Zukunft zurücknehmen kann.',
        ),
      ],
    },
  ],
  know: [s('Travel up to 50 km is within the price.', 'Die Anfahrt bis 50 km ist im Preis enthalten.')],
  items: [
    item('hour', s('Hour', 'Stunde'), 18_000, HOURS),
    item('day', s('Whole day, up to nine hours', 'Ganzer Tag, bis neun Stunden'), 149_000),
    item('portrait', s('Portrait, one hour, ten pictures', 'Porträt, eine Stunde, zehn Bilder'), 24_000),
    item('second', s('Second photographer', 'Zweite Fotografin'), 48_000),
    item('set', s('Set of 45 minutes', 'Set von 45 Minuten'), 32_000),
    item('sound', s('Sound, up to 100 guests', 'Tonanlage bis 100 Gäste'), 18_000),
    item('album', s('Album', 'Album'), 29_000),
    item('way', s('Travel beyond 50 km', 'Anfahrt über 50 km'), 50, s('km', 'km')),
  ],
}

export const BARE: SetOf = {
  id: 'bare',
  name: s('begin bare', 'leer beginnen'),
  kinds: [
    {
      id: 'job',
      name: s('Job', 'Auftrag'),
      quote: true,
      contract: 'agreement',
      invoice: 'agreed',
      facts: [],
      deposit: '30',
      restDays: 0,
      damage: null,
      usual: { startTime: '09:00', hours: 8 },
    },
  ],
  agreements: [{ id: 'agreement', title: s('Agreement', 'Vereinbarung'), parts: [] }],
  statements: [],
  know: [],
  items: [],
}
