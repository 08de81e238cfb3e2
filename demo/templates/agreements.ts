import { clause, h, p, signatureBlock } from '../../core/document/build'
import type { Block, PaperDocument } from '../../core/document/model'
import { BUSINESS, CLIENT, footer, header } from './shared'

/** The terms every hire shares; what differs by kind is passed in. */
function agreement(title: string, opening: Block[], special: Block[]): PaperDocument {
  return {
    title,
    language: 'en-GB',
    parties: [CLIENT, BUSINESS],
    header,
    footer: footer(title),
    body: [
      h(1, title),
      p('between *{business.legalName}*, {business.address} (“we”), and *{client.name}* (“you”), for {job.title}.'),
      h(2, 'What this is', true),
      ...opening,
      clause(
        'Everything agreed between us is in this paper and the accepted quote. Nothing said on the telephone or in a message changes it unless both of us have agreed to the change in writing.',
      ),
      clause(
        'Words in this paper mean what they ordinarily mean. “The sauna” is the mobile wood-fired sauna with its stove, chimney, steps, benches, buckets and thermometer, and anything else named in the list of what is hired. “The days” are the days and hours given above.',
      ),
      h(2, 'What is hired', true),
      clause('We bring, set up and collect what is listed here.'),
      { t: 'priceTable', party: 'client' },
      clause(
        'If something on the list breaks before the days and cannot be mended in time, we bring the nearest thing we have that does the same work. If that is not good enough for what you need, you may take that line off and get its price back.',
      ),
      h(2, 'Money', true),
      {
        t: 'keep',
        content: [
          clause('The whole costs {money.total}, of which {money.tax} is tax. It is paid like this:'),
          { t: 'planTable' },
        ],
      },
      clause(
        'Your days are reserved once this paper is signed by both of us and the deposit of {money.deposit} has reached us. Until then another booking may take them; we tell you before that happens.',
      ),
      clause(
        'The balance of {money.balance} is due {money.balance.due|long|when this is agreed}. If it has not come by then we remind you once. If it has still not come two working days before the days begin, we may keep the sauna in the yard and treat the hire as cancelled by you.',
      ),
      clause(
        'A damage deposit of {money.damage} is held and returned within five working days after collection, less the cost of anything broken or lost. We send you photographs and the bill for whatever we keep back.',
        { when: { path: 'money.damage', is: 'set' } },
      ),
      clause(
        'You may pay by card through the link we send, or by bank to {business.bank}. Interest on late sums is the statutory rate, and nothing on top of it.',
      ),
      h(2, 'Access and ground', true),
      clause(
        'You show us where the sauna is to stand: level, firm, at least four metres across, and not less than five metres from buildings, fences, dry hedges and overhanging branches.',
      ),
      clause(
        'The trailer is 2.3 metres wide and 3.1 metres high and weighs 1,400 kilograms. The narrowest point on the way in is {job.gate|plain|not yet measured}. If we cannot get in on the day because the way is narrower, lower or softer than you told us, we go home again and the hire counts as used.',
      ),
      clause(
        'You have told us of anything buried where we drive or drive pegs in, such as pipes, cables, tanks and drains. We are not answerable for what we were not told of.',
      ),
      clause(
        'After rain we may lay boards or wait. If the ground would be badly marked we tell you before we go on, and you decide. Wheel marks on grass that you asked us to cross are yours to mend.',
      ),
      clause('Where the land belongs to somebody else, you have their permission, and you let us see it if we ask.'),
      h(2, 'Setting up and collecting', true),
      clause(
        'We arrive up to two hours before the days begin and need about an hour. Somebody of yours is there to show us the place and to take the sauna over. If nobody comes within half an hour of our arrival, we set up where it seems best to us.',
      ),
      clause(
        'At the handing over we walk round the sauna together and note what is scratched, worn or missing. What is not noted then counts as whole.',
      ),
      clause(
        'We show whoever keeps the fire how the stove, the damper and the guard rail work. They sign nothing for it, but they listen, and ask when something is unclear.',
      ),
      clause(
        'We collect on the last day after the hour given above. The stove is out and cool by then: no wood goes in during the last three hours. If we find it hot, we wait, and the wait costs twenty-eight pounds an hour.',
      ),
      clause('Anything you leave in or beside the sauna we keep for a month and then give away.'),
      h(2, 'Neighbours and night', true),
      clause(
        'Smoke goes where the wind goes. You tell your neighbours beforehand. If one of them complains with reason, the fire is made smaller or put out.',
      ),
      clause('Between ten at night and seven in the morning there is no music outside and no shouting at the water.'),
      h(2, 'Fire and water', true),
      clause(
        'The stove burns dry wood that we bring. Nothing else goes into it: no coal, no painted or treated wood, no rubbish, no liquid of any kind.',
      ),
      clause(
        'Whoever keeps the fire stays awake, sober and within sight of the sauna while it burns. Where a fire-keeper of ours is hired, they light and keep it, and may put it out whenever wind, conduct or anything else makes it unsafe. What they decide about the fire is final.',
      ),
      clause(
        'You keep a garden hose or two full buckets of water within ten metres of the sauna for as long as the stove is warm.',
      ),
      clause(
        'Water goes on the stones only, in ladles, never by the bucket. Oils go into the ladle, a few drops at a time, never straight on to the stones.',
      ),
      clause(
        'The chimney, the stove and the stones stay hot for hours. The guard rail stays in place. Ash is left in the stove for us to take away.',
      ),
      clause(
        'If the fire service or the council forbids open fires in the area, we do not light the stove. We then find other days with you, or give back what you paid.',
      ),
      h(2, 'Who may use it', true),
      clause(
        'Up to eight people at a time. Nobody under the influence of alcohol or drugs goes in. Nobody goes in alone.',
      ),
      clause(
        'Anyone under eighteen goes in only with an adult beside them who is responsible for them, and for no longer than ten minutes at a time. Nobody under eight goes in.',
      ),
      clause(
        'People who are pregnant, who have a heart condition, high or low blood pressure, epilepsy, an open wound or a fever, or who take medicine that makes them drowsy, ask their doctor first. You make sure that everyone who bathes has read the notice beside the door.',
      ),
      clause(
        'A plunge into cold water after heat is a shock to the heart. Those who do it go in slowly, with somebody standing by.',
      ),
      clause('You tell us at once, day or night, of any injury, however small, and of any damage to the sauna.'),
      ...special,
      h(2, 'Changing the days', true),
      clause(
        'You may move the days once, free of charge, up to thirty days before they begin, to any days we have open in the following twelve months. After that a move costs fifty pounds and what the new days cost more.',
      ),
      clause(
        'If the number of people changes, tell us as soon as you know. More than eight people at a time needs a second sauna.',
      ),
      h(2, 'Cancelling', true),
      clause(
        'If you cancel more than thirty days before the days begin, we keep a quarter of the deposit and return the rest. Between thirty and fourteen days before, we keep the deposit. Fourteen days or fewer before, we keep half of the whole price; two days or fewer, all of it. If we let the days to somebody else, you get back what they paid, up to what you paid.',
      ),
      clause(
        'If we cancel, you get back everything you have paid, within three working days. We are not answerable for other costs, such as catering or travel, unless we cancelled without a good reason.',
      ),
      clause(
        'If you booked from a distance as a private person, the law gives you fourteen days to change your mind. As the hire is for particular days, that right ends when you ask us in writing to begin before the fourteen days are over.',
      ),
      h(2, 'Weather', true),
      clause(
        'Rain and cold are sauna weather and no reason to stop. In wind above forty miles an hour, in lightning or in flood we do not set up, and we may take the sauna down. We decide by the forecast of the evening before and tell you by eight in the morning.',
      ),
      clause(
        'If we cannot set up because of the weather, you choose: other days, or half of the price back for the hours that were lost.',
      ),
      h(2, 'Damage and care', true),
      clause(
        'You return everything as you got it, ordinary use aside. Benches are wiped, towels and bottles taken away, the door closed. If we have to clean for longer than an hour, the further time costs twenty-eight pounds an hour.',
      ),
      clause(
        'You pay for what is broken, burnt, lost or stolen while it is with you, at what it costs to mend it or, if it cannot be mended, at what it was worth. You are not answerable for wear, for faults we brought with us, or for what our own people do.',
      ),
      clause('You do not move, tow, lend or let the sauna, and you do not take anything off the stove or chimney.'),
      h(2, 'What we answer for', true),
      clause(
        'We carry public liability cover of five million pounds and show you the certificate if you ask. We answer without limit for death or injury caused by our negligence, for fraud, and wherever else the law does not let us limit it.',
      ),
      clause(
        'For everything else we answer up to the price of this hire. We do not answer for lost profit, or for what we could not have foreseen when we signed.',
      ),
      { t: 'clause', clause: 'details', id: 'details' },
      { t: 'clause', clause: 'disagree', id: 'disagree' },
      clause('If one part of this paper does not hold in law, the rest still does.'),
      {
        t: 'keep',
        content: [
          h(2, 'Signatures', true),
          p('By signing, you accept the terms above for {job.starts} to {job.ends} at {money.total}.'),
          {
            t: 'columns',
            columns: [signatureBlock('client', 'For the client'), signatureBlock('business', 'For the business')],
          },
        ],
      },
    ],
  }
}

export const hireAgreement = agreement(
  'Hire agreement',
  [
    clause(
      'You hire a mobile wood-fired sauna from us, from *{job.starts}* to *{job.ends}*, at {job.place}, for up to {job.people} people in turns.',
    ),
  ],
  [],
)

export const festivalAgreement = agreement(
  'Festival agreement',
  [
    clause(
      'You hire a mobile wood-fired sauna with a crew from us for the festival, from *{job.starts}* to *{job.ends}*, at {job.place}, for about {job.people} visitors.',
    ),
    clause('The pitch is {job.pitch|plain|given to us on arrival}.'),
  ],
  [
    h(2, 'At the festival', true),
    clause(
      'You give us a pitch of six by ten metres on firm ground, a way in for the trailer the day before opening, water at a standpipe within fifty metres, and passes for three people.',
    ),
    clause('Our crew decides how many go in, and turns away whoever is not fit to. Security on the ground is yours.'),
  ],
)

export const retreatTerms = agreement(
  'Retreat terms',
  [
    clause(
      'You book a retreat with sauna, lake and guide from us, from *{job.starts}* to *{job.ends}*, at {job.place}, for {job.people} people.',
    ),
    clause('Meals are {job.meals|plain|not included}.'),
  ],
  [
    h(2, 'At the lake', true),
    clause(
      'Nobody swims beyond the buoys, after dark, or without telling the guide. The guide may close the water at any time.',
    ),
  ],
)
