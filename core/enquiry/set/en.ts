import type { Case } from './truth'

export const SEEN: Case[] = [
  [
    'letter',
    `Hi there,

we met you at the lantern night on 3 October. My sister turns forty and we would love a sauna in the orchard behind our house, the second weekend in June, ideally from Friday about four until Sunday lunch.

We will be around 24, three of them children. The big barrel if it's free, and is there something to plunge into afterwards? The gate is only 2.60 wide, is that enough?

Best wishes
Ines Marlow
Orchard House, Oakhanger
01632 960 508`,
    {
      name: 'Ines Marlow',
      known: 'ines',
      phone: '01632 960 508',
      starts: '2027-06-11T16:00',
      ends: '2027-06-13',
      people: 24,
      children: 3,
      items: { barrel: 1, plunge: 1 },
      facts: { gate: '2.6' },
    },
  ],
  [
    'line',
    'Ines Marlow, garden weekend, 12 to 14 June, 24 people, barrel',
    {
      name: 'Ines Marlow',
      known: 'ines',
      starts: '2027-06-12',
      ends: '2027-06-14',
      people: 24,
      kind: 'garden',
      items: { barrel: 1 },
    },
  ],
  [
    'note',
    'rang 10:15: Dov Castell 07700 900 142, wants horsebox sauna next Sat 2pm till late, 12 adults, Mill Lane 4, Harrow Weald',
    {
      name: 'Dov Castell',
      phone: '07700 900 142',
      starts: '2026-12-05T14:00',
      people: 12,
      items: { horsebox: 1 },
      place: 'Mill Lane 4, Harrow Weald',
    },
  ],
  [
    'fields',
    `Name: Priya Okonedo
E-mail: priya.okonedo@clients.example
Phone: 020 7946 0321
Date: 24/06/2027
Guests: 18
Location: Weir View, Marlpit
Message: We'd like the barrel sauna and two cold plunge tubs for our anniversary.`,
    {
      name: 'Priya Okonedo',
      email: 'priya.okonedo@clients.example',
      phone: '020 7946 0321',
      starts: '2027-06-24',
      people: 18,
      place: 'Weir View, Marlpit',
      items: { barrel: 1, plunge: 2 },
    },
  ],
  [
    'chat',
    'hey! its Tamsin Roe, is the barrel free 19 or 26 june?? theres 10 of us, budget is about £600 x',
    { name: 'Tamsin Roe', either: ['2027-06-19', '2027-06-26'], people: 10, items: { barrel: 1 }, budget: 600 },
  ],
  [
    'formal',
    `Dear Larkmoor Saunas,

Fen Lights Trust is planning its winter festival and would like to hire two horsebox saunas from 22 to 24 December 2026. We expect about 300 visitors. Our budget for this is £2,400.

Please reply by 5 December.

Yours sincerely
Oliver Brandt
Events, Fen Lights Trust
office@fenlights.example`,
    {
      name: 'Oliver Brandt',
      organisation: 'Fen Lights Trust',
      email: 'office@fenlights.example',
      known: 'fen',
      starts: '2026-12-22',
      ends: '2026-12-24',
      people: 300,
      kind: 'festival',
      items: { horsebox: 2 },
      budget: 2400,
    },
  ],
  [
    'letter',
    `Yes please, Saturday 17 April works for us, 10am to 6pm. We are two adults and four kids.

Thanks
Yusuf

On Mon, 23 Nov 2026 at 09:12, Larkmoor Saunas <hello@larkmoor.example> wrote:
> Would 10 April or 17 April suit you? The barrel is free on both.
> Best, Maren`,
    { name: 'Yusuf', starts: '2027-04-17T10:00', ends: '2027-04-17T18:00', people: 6, children: 4 },
  ],
  [
    'letter',
    `From: Beatrix Lund <bea.lund@clients.example>
Subject: sauna for my dad's 60th

Hello! Could we have the horsebox on Friday 7 May 2027 at Hollin Hall, Saltby? Around 30 guests. Robes and towels for everybody please.

Bea`,
    {
      name: 'Beatrix Lund',
      email: 'bea.lund@clients.example',
      starts: '2027-05-07',
      place: 'Hollin Hall, Saltby',
      people: 30,
      items: { horsebox: 1, robe: 1 },
    },
  ],
  [
    'chat',
    'Hi how much for a retreat for 16 in the last week of february? thx Noor',
    { name: 'Noor', kind: 'retreat', people: 16 },
  ],
  [
    'note',
    'Kitty Amadi (kitty@amadi.example) for Stillwater Yoga Ltd – retreat 5-7 March 2027, 14 people, meals: vegan',
    {
      name: 'Kitty Amadi',
      email: 'kitty@amadi.example',
      organisation: 'Stillwater Yoga Ltd',
      kind: 'retreat',
      starts: '2027-03-05',
      ends: '2027-03-07',
      people: 14,
      facts: { meals: 'vegan' },
    },
  ],
]

export const HELD: Case[] = [
  [
    'letter',
    `Good morning,

My husband and I are marrying on Saturday 3 July 2027 and dream of a barrel sauna for our guests in the evening, from 6pm to midnight. There will be 45 people. The gate to the field measures 3.1 m.

We'd also take 40 robes and towels.

Kind regards,
Marguerite Dupont-Ashdown
Sallow Farm, Lower Withy
m.dupont@clients.example`,
    {
      name: 'Marguerite Dupont-Ashdown',
      email: 'm.dupont@clients.example',
      starts: '2027-07-03T18:00',
      ends: '2027-07-04T00:00',
      people: 45,
      items: { barrel: 1, robe: 40 },
      facts: { gate: '3.1' },
    },
  ],
  [
    'line',
    'Rufus Alder, festival hire, 20–22 August 2027, two horseboxes, 500 visitors',
    {
      name: 'Rufus Alder',
      kind: 'festival',
      starts: '2027-08-20',
      ends: '2027-08-22',
      items: { horsebox: 2 },
      people: 500,
    },
  ],
  [
    'note',
    'call back Saoirse Quin 07700 900 377 – garden weekend, first weekend of May, approx 15 people, wants plunge tub, gate 2.2 m',
    {
      name: 'Saoirse Quin',
      phone: '07700 900 377',
      kind: 'garden',
      starts: '2027-05-01',
      ends: '2027-05-02',
      people: 15,
      items: { plunge: 1 },
      facts: { gate: '2.2' },
    },
  ],
  [
    'fields',
    `Your name: Halvard Ness
Your e-mail: halvard@ness.example
When: 12 March 2027, 17:00
How many people: 8
Where: Quarry Lodge, Upper Stane
Budget: 450`,
    {
      name: 'Halvard Ness',
      email: 'halvard@ness.example',
      starts: '2027-03-12T17:00',
      people: 8,
      place: 'Quarry Lodge, Upper Stane',
      budget: 450,
    },
  ],
  [
    'chat',
    'Hello, can we book the horsebox sauna for tomorrow from 3pm? 5 of us. Theo',
    { name: 'Theo', starts: '2026-11-29T15:00', people: 5, items: { horsebox: 1 } },
  ],
  [
    'formal',
    `Dear Sir or Madam,

on behalf of Northgate Rowing Club I would like to ask for a quote for a lakeside session on 9 January 2027, 14:00 to 17:00, for 20 rowers, 6 of them under 18.

Yours faithfully,
Imogen Tarrant
Secretary
imogen@northgaterowing.example
020 7946 0811`,
    {
      name: 'Imogen Tarrant',
      organisation: 'Northgate Rowing Club',
      email: 'imogen@northgaterowing.example',
      phone: '020 7946 0811',
      kind: 'session',
      starts: '2027-01-09T14:00',
      ends: '2027-01-09T17:00',
      people: 20,
      children: 6,
    },
  ],
  [
    'letter',
    `Hi Maren,

either 5 or 12 September would be lovely for us, whichever you have. Same place as last time, with the barrel.

Ines

Sent from my phone

> On 20 Nov 2026, at 18:02, Maren Fosse wrote:
> We are free all of September but the 19th.`,
    { name: 'Ines', either: ['2027-09-05', '2027-09-12'], items: { barrel: 1 } },
  ],
  [
    'letter',
    `From: Casper Vane <casper@vane.example>
To: hello@larkmoor.example
Date: Thu, 26 Nov 2026 21:14:00 +0000
Subject: New Year

Hello, we are looking for a barrel sauna from 30 December to 2 January for our cottage in Thornby. We are 9 adults. What would that cost?
Casper Vane`,
    {
      name: 'Casper Vane',
      email: 'casper@vane.example',
      starts: '2026-12-30',
      ends: '2027-01-02',
      place: 'Thornby',
      people: 9,
      items: { barrel: 1 },
    },
  ],
  ['chat', 'do you do gift vouchers? Lena', { name: 'Lena' }],
  [
    'note',
    'Ola Brekke 01632 960 733, retreat 19 Feb for 12, up to £900, at Hartside Barn, Nent',
    {
      name: 'Ola Brekke',
      phone: '01632 960 733',
      kind: 'retreat',
      starts: '2027-02-19',
      people: 12,
      budget: 900,
      place: 'Hartside Barn, Nent',
    },
  ],
]
