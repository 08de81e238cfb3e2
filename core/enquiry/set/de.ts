import type { Case } from './truth'

export const SEEN: Case[] = [
  [
    'letter',
    `Guten Tag,

wir feiern vom 12. bis 14. Juni unseren Hochzeitstag im Garten und hätten gern die Fasssauna, am liebsten ab Freitag 16 Uhr. Wir sind etwa 20 Leute, davon 4 Kinder. Das Tor ist 2,40 m breit.

Viele Grüße
Greta Hollmann
Tel. 030 23125 014`,
    {
      name: 'Greta Hollmann',
      known: 'greta',
      phone: '030 23125 014',
      // The 12th is a Saturday.
      either: ['2027-06-11', '2027-06-12'],
      ends: '2027-06-14',
      people: 20,
      children: 4,
      items: { barrel: 1 },
      facts: { gate: '2.4' },
    },
  ],
  [
    'line',
    'Jonas Ritterbach, Gartenwochenende, 7.–9. Mai 2027, 16 Personen, Fasssauna und Tauchbecken',
    {
      name: 'Jonas Ritterbach',
      kind: 'garden',
      starts: '2027-05-07',
      ends: '2027-05-09',
      people: 16,
      items: { barrel: 1, plunge: 1 },
    },
  ],
  [
    'note',
    'Anruf Frau Sabine Oertel, 0151 23456701: Saunawagen nächsten Samstag ab 14 Uhr, 8 Gäste',
    { name: 'Sabine Oertel', phone: '0151 23456701', starts: '2026-12-05T14:00', people: 8, items: { wagon: 1 } },
  ],
  [
    'fields',
    `Name: Mehmet Aydin
E-Mail: m.aydin@kunden.example
Telefon: 0221 4710 555
Datum: 21.08.2027
Personen: 30
Ort: Gut Seeblick, Moorhausen
Nachricht: Zwei Saunawagen bitte, Budget 1.500 €.`,
    {
      name: 'Mehmet Aydin',
      email: 'm.aydin@kunden.example',
      phone: '0221 4710 555',
      starts: '2027-08-21',
      people: 30,
      place: 'Gut Seeblick, Moorhausen',
      items: { wagon: 2 },
      budget: 1500,
    },
  ],
  [
    'chat',
    'Hallo, ist die Fasssauna am 12. oder 19. Juni noch frei? Wir wären zu zehnt. LG Lotte',
    { name: 'Lotte', either: ['2027-06-12', '2027-06-19'], people: 10, items: { barrel: 1 } },
  ],
  [
    'formal',
    `Sehr geehrte Damen und Herren,

der Ruderverein Moorsee e.V. plant für Samstag, den 24. April 2027, von 15 bis 20 Uhr einen Abend am See für 25 Mitglieder. Bitte schicken Sie uns bis zum 10. Dezember ein Angebot.

Mit freundlichen Grüßen
Dr. Hanna Veit
Vorstand
vorstand@moorsee.example`,
    {
      name: 'Hanna Veit',
      organisation: 'Ruderverein Moorsee e.V.',
      email: 'vorstand@moorsee.example',
      kind: 'session',
      starts: '2027-04-24T15:00',
      ends: '2027-04-24T20:00',
      people: 25,
    },
  ],
  [
    'letter',
    `Hallo,

der 3. Juli passt uns gut. Wir brauchen dann noch 12 Bademäntel mit Handtuch.

Danke und Gruß
Emil

Am 20.11.2026 um 10:02 schrieb Larkmoor Saunas:
> Am 26. Juni oder am 3. Juli wäre der Wagen frei.`,
    { name: 'Emil', starts: '2027-07-03', items: { robe: 12 } },
  ],
  [
    'letter',
    `Von: Frieda Kaltenbach <frieda@kaltenbach.example>
Betreff: Geburtstag

Hallo, wir suchen für das zweite Wochenende im September eine Fasssauna nach 29000 Heidehof. 14 Erwachsene, maximal 800 Euro.

Liebe Grüße
Frieda`,
    {
      name: 'Frieda Kaltenbach',
      email: 'frieda@kaltenbach.example',
      starts: '2027-09-11',
      ends: '2027-09-12',
      place: '29000 Heidehof',
      people: 14,
      items: { barrel: 1 },
      budget: 800,
    },
  ],
  ['chat', 'Was kostet das Tauchbecken? Gruß Kaspar', { name: 'Kaspar', items: { plunge: 1 } }],
  [
    'note',
    'Ines Brandl (ines@brandl.example), Firma Brandl GmbH, Festmiete 18.-20.6.2027, 2 Saunawagen',
    {
      name: 'Ines Brandl',
      email: 'ines@brandl.example',
      organisation: 'Brandl GmbH',
      kind: 'festival',
      starts: '2027-06-18',
      ends: '2027-06-20',
      items: { wagon: 2 },
    },
  ],
]

export const HELD: Case[] = [
  [
    'letter',
    `Liebe Saunaleute,

meine Frau wird fünfzig und wir möchten sie mit einer Fasssauna überraschen: Freitag, 16. Juli 2027 ab 17 Uhr bis Sonntag, 18. Juli. Es kommen 22 Gäste, davon fünf Kinder. Das Tor ist 2,75 m breit.

Herzliche Grüße
Ansgar Wiedemann
Tel. 040 66969 123`,
    {
      name: 'Ansgar Wiedemann',
      phone: '040 66969 123',
      starts: '2027-07-16T17:00',
      ends: '2027-07-18',
      people: 22,
      children: 5,
      items: { barrel: 1 },
      facts: { gate: '2.75' },
    },
  ],
  [
    'line',
    'Clara Nußbaum, Abend am See, 6. März 2027, 9 Personen',
    { name: 'Clara Nußbaum', kind: 'session', starts: '2027-03-06', people: 9 },
  ],
  [
    'note',
    'Herr Thore Jessen 0171 3920055 will Saunawagen am 15.5. von 12 bis 18 Uhr, 11 Leute, Budget ca. 400 €',
    {
      name: 'Thore Jessen',
      phone: '0171 3920055',
      starts: '2027-05-15T12:00',
      ends: '2027-05-15T18:00',
      people: 11,
      items: { wagon: 1 },
      budget: 400,
    },
  ],
  [
    'fields',
    `Vor- und Nachname: Ruth Adebayo
E-Mail: ruth.adebayo@kunden.example
Wann: 4. Juni 2027
Wie viele: 26
Wo: Hof Erlengrund, Lindow`,
    {
      name: 'Ruth Adebayo',
      email: 'ruth.adebayo@kunden.example',
      starts: '2027-06-04',
      people: 26,
      place: 'Hof Erlengrund, Lindow',
    },
  ],
  [
    'chat',
    'Moin! Wir sind 7 und wollen morgen spontan in die Fasssauna, geht das ab 18 Uhr? Piet',
    { name: 'Piet', people: 7, starts: '2026-11-29T18:00', items: { barrel: 1 } },
  ],
  [
    'formal',
    `Sehr geehrte Frau Fosse,

die Stadtwerke Lindow GmbH möchte für ihr Sommerfest vom 20. bis 22. August 2027 drei Saunawagen mieten. Wir rechnen mit 250 Gästen.

Freundliche Grüße
Leonie Krahl
Stadtwerke Lindow GmbH
l.krahl@stadtwerke.example
+49 30 23125 777`,
    {
      name: 'Leonie Krahl',
      organisation: 'Stadtwerke Lindow GmbH',
      email: 'l.krahl@stadtwerke.example',
      phone: '+49 30 23125 777',
      starts: '2027-08-20',
      ends: '2027-08-22',
      people: 250,
      items: { wagon: 3 },
    },
  ],
  [
    'letter',
    `Guten Abend,

entweder der 8. oder der 15. Mai wäre uns recht, mit Tauchbecken.

Viele Grüße
Wiebke Storm

Gesendet von meinem Telefon`,
    { name: 'Wiebke Storm', either: ['2027-05-08', '2027-05-15'], items: { plunge: 1 } },
  ],
  [
    'letter',
    `Von: Aurel Popp <aurel@popp.example>
Gesendet: Donnerstag, 26. November 2026 20:11
An: hello@larkmoor.example
Betreff: Silvester

Hallo, wir hätten die Fasssauna gern vom 30. Dezember bis 2. Januar in Tannrode. Wir sind acht Erwachsene.
Aurel Popp`,
    {
      name: 'Aurel Popp',
      email: 'aurel@popp.example',
      starts: '2026-12-30',
      ends: '2027-01-02',
      place: 'Tannrode',
      people: 8,
      items: { barrel: 1 },
    },
  ],
  ['chat', 'Guten Tag, haben Sie auch Gutscheine? Danke, Renate', { name: 'Renate' }],
  [
    'note',
    'Gartenwochenende Familie Yilmaz, Ayla Yilmaz 030 23125 440, 1. Wochenende im Mai, 18 Pers., bis 700 €',
    {
      name: 'Ayla Yilmaz',
      phone: '030 23125 440',
      kind: 'garden',
      starts: '2027-05-01',
      ends: '2027-05-02',
      people: 18,
      budget: 700,
    },
  ],
]
