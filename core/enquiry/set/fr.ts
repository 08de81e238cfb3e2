import type { Case } from './truth'

export const SEEN: Case[] = [
  [
    'letter',
    `Bonjour,

nous fêtons les quarante ans de ma sœur du 12 au 14 juin dans notre jardin et nous aimerions le sauna tonneau, à partir de vendredi 16h. Nous serons une vingtaine, dont 3 enfants. Le portail fait 2,50 m de large.

Cordialement
Anouk Delmas
06 39 98 12 34`,
    {
      name: 'Anouk Delmas',
      known: 'anouk',
      phone: '06 39 98 12 34',
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
    'Théo Bernac, week-end au jardin, 7–9 mai 2027, 15 personnes, sauna tonneau et bain froid',
    {
      name: 'Théo Bernac',
      kind: 'garden',
      starts: '2027-05-07',
      ends: '2027-05-09',
      people: 15,
      items: { barrel: 1, plunge: 1 },
    },
  ],
  [
    'note',
    'appel de Mme Claire Fontanel 01 99 00 12 34, sauna roulotte samedi prochain à 14h, 8 personnes',
    { name: 'Claire Fontanel', phone: '01 99 00 12 34', starts: '2026-12-05T14:00', people: 8, items: { van: 1 } },
  ],
  [
    'fields',
    `Nom : Bastien Laurens
E-mail : bastien@laurens.example
Téléphone : 01 99 00 55 66
Date : 21/08/2027
Nombre de personnes : 30
Lieu : Domaine des Aulnes, Brévilly
Message : Deux saunas roulottes, budget 1 500 €.`,
    {
      name: 'Bastien Laurens',
      email: 'bastien@laurens.example',
      phone: '01 99 00 55 66',
      starts: '2027-08-21',
      people: 30,
      place: 'Domaine des Aulnes, Brévilly',
      items: { van: 2 },
      budget: 1500,
    },
  ],
  [
    'chat',
    'Salut, le sauna tonneau est libre le 12 ou le 19 juin ? On sera 10. Merci, Inès',
    { name: 'Inès', either: ['2027-06-12', '2027-06-19'], people: 10, items: { barrel: 1 } },
  ],
  [
    'formal',
    `Madame, Monsieur,

l'Association Les Rives organise le samedi 24 avril 2027, de 15h à 20h, une soirée au lac pour 25 membres. Merci de nous répondre avant le 10 décembre.

Bien cordialement,
Hélène Vasseur
Présidente
contact@lesrives.example`,
    {
      name: 'Hélène Vasseur',
      organisation: 'Association Les Rives',
      email: 'contact@lesrives.example',
      kind: 'session',
      starts: '2027-04-24T15:00',
      ends: '2027-04-24T20:00',
      people: 25,
    },
  ],
  [
    'letter',
    `Bonjour,

le 3 juillet nous convient très bien, avec 12 peignoirs et serviettes.

Merci
Émile

Le 20 nov. 2026 à 10:02, Larkmoor Saunas a écrit :
> Le 26 juin ou le 3 juillet la roulotte est libre.`,
    { name: 'Émile', starts: '2027-07-03', items: { robe: 12 } },
  ],
  [
    'letter',
    `De : Flore Castaing <flore@castaing.example>
Objet : anniversaire

Bonjour, nous cherchons un sauna tonneau pour le deuxième week-end de septembre, 14 adultes, 800 € maximum.

Flore`,
    {
      name: 'Flore Castaing',
      email: 'flore@castaing.example',
      starts: '2027-09-11',
      ends: '2027-09-12',
      people: 14,
      items: { barrel: 1 },
      budget: 800,
    },
  ],
  ['chat', 'Combien coûte le bain froid ? Merci, Gaspard', { name: 'Gaspard', items: { plunge: 1 } }],
  [
    'note',
    'Iris Montel (iris@montel.example), Montel SARL, festival 18-20 juin 2027, 2 saunas roulottes',
    {
      name: 'Iris Montel',
      email: 'iris@montel.example',
      organisation: 'Montel SARL',
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
    `Bonjour,

nous nous marions le samedi 3 juillet 2027 et aimerions un sauna tonneau pour nos invités, de 18h à minuit. Il y aura 45 personnes, dont huit enfants. Le portail mesure 3,10 m.

Bien à vous
Mathilde Rouvière
mathilde@rouviere.example`,
    {
      name: 'Mathilde Rouvière',
      email: 'mathilde@rouviere.example',
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
    'Rémi Aubrac, soirée au lac, 6 mars 2027, 9 personnes',
    { name: 'Rémi Aubrac', kind: 'session', starts: '2027-03-06', people: 9 },
  ],
  [
    'note',
    'M. Youssef Brahmi 06 39 98 44 55 veut la roulotte le 15 mai de 12h à 18h, 11 personnes, budget 400 €',
    {
      name: 'Youssef Brahmi',
      phone: '06 39 98 44 55',
      starts: '2027-05-15T12:00',
      ends: '2027-05-15T18:00',
      people: 11,
      items: { van: 1 },
      budget: 400,
    },
  ],
  [
    'fields',
    `Votre nom : Salomé Arnoux
Courriel : salome@arnoux.example
Quand : 4 juin 2027
Combien : 26
Où : La Ferme du Lac, Brévilly`,
    {
      name: 'Salomé Arnoux',
      email: 'salome@arnoux.example',
      starts: '2027-06-04',
      people: 26,
      place: 'La Ferme du Lac, Brévilly',
    },
  ],
  [
    'chat',
    'Bonsoir, on est 7 et on voudrait le sauna tonneau demain à partir de 18h, possible ? Maël',
    { name: 'Maël', people: 7, starts: '2026-11-29T18:00', items: { barrel: 1 } },
  ],
  [
    'formal',
    `Madame,

la société Lacombe SAS souhaite louer trois saunas roulottes pour sa fête d'été du 20 au 22 août 2027. Nous attendons 250 invités.

Sincères salutations
Léonie Carrel
Lacombe SAS
l.carrel@lacombe.example
+33 1 99 00 77 88`,
    {
      name: 'Léonie Carrel',
      organisation: 'Lacombe SAS',
      email: 'l.carrel@lacombe.example',
      phone: '+33 1 99 00 77 88',
      starts: '2027-08-20',
      ends: '2027-08-22',
      people: 250,
      items: { van: 3 },
    },
  ],
  [
    'letter',
    `Bonsoir,

soit le 8 soit le 15 mai nous irait, avec le bain froid.

Amicalement
Violette Saurel

Envoyé de mon téléphone`,
    { name: 'Violette Saurel', either: ['2027-05-08', '2027-05-15'], items: { plunge: 1 } },
  ],
  [
    'letter',
    `De : Aurèle Pons <aurele@pons.example>
Envoyé : jeudi 26 novembre 2026 20:11
À : hello@larkmoor.example
Objet : Nouvel an

Bonjour, nous voudrions le sauna tonneau du 30 décembre au 2 janvier à Tannière. Nous sommes huit adultes.
Aurèle Pons`,
    {
      name: 'Aurèle Pons',
      email: 'aurele@pons.example',
      starts: '2026-12-30',
      ends: '2027-01-02',
      place: 'Tannière',
      people: 8,
      items: { barrel: 1 },
    },
  ],
  ['chat', 'Bonjour, faites-vous des bons cadeaux ? Merci, Renée', { name: 'Renée' }],
  [
    'note',
    'Week-end au jardin, Aïcha Benali 01 99 00 44 40, premier week-end de mai, 18 pers., jusqu’à 700 €',
    {
      name: 'Aïcha Benali',
      phone: '01 99 00 44 40',
      kind: 'garden',
      starts: '2027-05-01',
      ends: '2027-05-02',
      people: 18,
      budget: 700,
    },
  ],
]
