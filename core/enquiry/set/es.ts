import type { Case } from './truth'

export const SEEN: Case[] = [
  [
    'letter',
    `Hola:

celebramos los cuarenta años de mi hermana del 12 al 14 de junio en nuestro jardín y nos gustaría la sauna barril, desde el viernes a las 16:00. Seremos unas 20 personas, de ellas 3 niños. La puerta tiene 2,50 m de ancho.

Un saludo
Leire Montoya
612 345 678`,
    {
      name: 'Leire Montoya',
      known: 'leire',
      phone: '612 345 678',
      // The 12th is a Saturday.
      either: ['2027-06-11', '2027-06-12'],
      ends: '2027-06-14',
      people: 20,
      children: 3,
      items: { barrel: 1 },
      facts: { gate: '2.5' },
    },
  ],
  [
    'line',
    'Tomás Berrocal, fin de semana en el jardín, 7–9 mayo 2027, 15 personas, sauna barril y bañera fría',
    {
      name: 'Tomás Berrocal',
      kind: 'garden',
      starts: '2027-05-07',
      ends: '2027-05-09',
      people: 15,
      items: { barrel: 1, plunge: 1 },
    },
  ],
  [
    'note',
    'llamó Clara Fontes 612 999 001, sauna remolque el próximo sábado a las 14:00, 8 personas',
    { name: 'Clara Fontes', phone: '612 999 001', starts: '2026-12-05T14:00', people: 8, items: { van: 1 } },
  ],
  [
    'fields',
    `Nombre: Bruno Larrea
Correo: bruno@larrea.example
Teléfono: 912 345 600
Fecha: 21/08/2027
Personas: 30
Lugar: Finca Los Álamos, Valdeluz
Mensaje: Dos saunas remolque, presupuesto 1.500 €.`,
    {
      name: 'Bruno Larrea',
      email: 'bruno@larrea.example',
      phone: '912 345 600',
      starts: '2027-08-21',
      people: 30,
      place: 'Finca Los Álamos, Valdeluz',
      items: { van: 2 },
      budget: 1500,
    },
  ],
  [
    'chat',
    'Hola, ¿está libre la sauna barril el 12 o el 19 de junio? Somos 10. Gracias, Inés',
    { name: 'Inés', either: ['2027-06-12', '2027-06-19'], people: 10, items: { barrel: 1 } },
  ],
  [
    'formal',
    `Estimados señores:

la Asociación Las Orillas organiza el sábado 24 de abril de 2027, de 15:00 a 20:00, una tarde en el lago para 25 socios. Les rogamos que respondan antes del 10 de diciembre.

Atentamente,
Elena Vázquez
Presidenta
contacto@lasorillas.example`,
    {
      name: 'Elena Vázquez',
      organisation: 'Asociación Las Orillas',
      email: 'contacto@lasorillas.example',
      kind: 'session',
      starts: '2027-04-24T15:00',
      ends: '2027-04-24T20:00',
      people: 25,
    },
  ],
  [
    'letter',
    `Hola:

el 3 de julio nos va muy bien, con 12 albornoces y toallas.

Gracias
Emilio

El 20 nov 2026 a las 10:02, Larkmoor Saunas escribió:
> El 26 de junio o el 3 de julio el remolque está libre.`,
    { name: 'Emilio', starts: '2027-07-03', items: { robe: 12 } },
  ],
  [
    'letter',
    `De: Flora Castaño <flora@castano.example>
Asunto: cumpleaños

Hola, buscamos una sauna barril para el segundo fin de semana de septiembre, 14 adultos, máximo 800 €.

Flora`,
    {
      name: 'Flora Castaño',
      email: 'flora@castano.example',
      starts: '2027-09-11',
      ends: '2027-09-12',
      people: 14,
      items: { barrel: 1 },
      budget: 800,
    },
  ],
  ['chat', '¿Cuánto cuesta la bañera fría? Gracias, Gaspar', { name: 'Gaspar', items: { plunge: 1 } }],
  [
    'note',
    'Irene Montes (irene@montes.example), Montes S.L., festival 18-20 junio 2027, 2 saunas remolque',
    {
      name: 'Irene Montes',
      email: 'irene@montes.example',
      organisation: 'Montes S.L.',
      kind: 'festival',
      starts: '2027-06-18',
      ends: '2027-06-20',
      items: { van: 2 },
    },
  ],
]

export const HELD: Case[] = [
  [
    'letter',
    `Buenos días:

nos casamos el sábado 3 de julio de 2027 y queremos una sauna barril para los invitados, de 18:00 a medianoche. Vendrán 45 personas, entre ellas ocho niños. La puerta mide 3,10 m.

Saludos cordiales
Matilde Roldán
matilde@roldan.example`,
    {
      name: 'Matilde Roldán',
      email: 'matilde@roldan.example',
      starts: '2027-07-03T18:00',
      ends: '2027-07-04T00:00',
      people: 45,
      children: 8,
      items: { barrel: 1 },
      facts: { gate: '3.1' },
    },
  ],
  [
    'line',
    'Ramiro Cuesta, tarde en el lago, 6 de marzo de 2027, 9 personas',
    { name: 'Ramiro Cuesta', kind: 'session', starts: '2027-03-06', people: 9 },
  ],
  [
    'note',
    'Sr. Yago Bravo 612 999 044 quiere el remolque el 15 de mayo de 12:00 a 18:00, 11 personas, presupuesto 400 €',
    {
      name: 'Yago Bravo',
      phone: '612 999 044',
      starts: '2027-05-15T12:00',
      ends: '2027-05-15T18:00',
      people: 11,
      items: { van: 1 },
      budget: 400,
    },
  ],
  [
    'fields',
    `Su nombre: Salma Arroyo
Correo electrónico: salma@arroyo.example
Cuándo: 4 de junio de 2027
Cuántos: 26
Dónde: Granja del Lago, Valdeluz`,
    {
      name: 'Salma Arroyo',
      email: 'salma@arroyo.example',
      starts: '2027-06-04',
      people: 26,
      place: 'Granja del Lago, Valdeluz',
    },
  ],
  [
    'chat',
    'Buenas, somos 7 y querríamos la sauna barril mañana a partir de las 18:00, ¿se puede? Mateo',
    { name: 'Mateo', people: 7, starts: '2026-11-29T18:00', items: { barrel: 1 } },
  ],
  [
    'formal',
    `Estimada señora:

la empresa Lacoma S.A. desea alquilar tres saunas remolque para su fiesta de verano del 20 al 22 de agosto de 2027. Esperamos 250 invitados.

Cordialmente
Leonor Carril
Lacoma S.A.
l.carril@lacoma.example
+34 912 345 788`,
    {
      name: 'Leonor Carril',
      organisation: 'Lacoma S.A.',
      email: 'l.carril@lacoma.example',
      phone: '+34 912 345 788',
      starts: '2027-08-20',
      ends: '2027-08-22',
      people: 250,
      items: { van: 3 },
    },
  ],
  [
    'letter',
    `Buenas tardes:

nos iría bien el 8 o el 15 de mayo, con la bañera fría.

Un abrazo
Violeta Sauri

Enviado desde mi teléfono`,
    { name: 'Violeta Sauri', either: ['2027-05-08', '2027-05-15'], items: { plunge: 1 } },
  ],
  [
    'letter',
    `De: Aurelio Pons <aurelio@pons.example>
Enviado: jueves, 26 de noviembre de 2026 20:11
Para: hello@larkmoor.example
Asunto: Fin de año

Hola, querríamos la sauna barril del 30 de diciembre al 2 de enero en Tanares. Somos ocho adultos.
Aurelio Pons`,
    {
      name: 'Aurelio Pons',
      email: 'aurelio@pons.example',
      starts: '2026-12-30',
      ends: '2027-01-02',
      place: 'Tanares',
      people: 8,
      items: { barrel: 1 },
    },
  ],
  ['chat', 'Hola, ¿tienen vales de regalo? Gracias, Renata', { name: 'Renata' }],
  [
    'note',
    'Fin de semana en el jardín, Aicha Benali 612 999 440, primer fin de semana de mayo, 18 pers., hasta 700 €',
    {
      name: 'Aicha Benali',
      phone: '612 999 440',
      kind: 'garden',
      starts: '2027-05-01',
      ends: '2027-05-02',
      people: 18,
      budget: 700,
    },
  ],
]
