import { clause, field, h, p, signatureBlock } from '../../core/document/build'
import type { Block, PaperDocument } from '../../core/document/model'
import { BUSINESS, CLIENT, GUARDIAN, GUEST, asked, bullets, footer, header } from './shared'

const both: Block = {
  t: 'columns',
  columns: [signatureBlock('client', 'For the client'), signatureBlock('business', 'For the business')],
}

/** Filled in together when the sauna is collected and something is not as it was. */
export const damageReport: PaperDocument = {
  title: 'Damage report',
  language: 'en-GB',
  parties: [CLIENT, BUSINESS],
  asks: [
    { key: 'found', label: 'Day it was found', type: 'day', required: true },
    { key: 'cost', label: 'What mending is expected to cost', type: 'amount', required: false },
  ],
  header,
  footer: footer('Damage report'),
  body: [
    h(1, 'Damage report'),
    p('for {job.title} at {job.place}, hired by *{client.name}* from {job.starts} to {job.ends}.'),
    p('Found on {paper.found|long}.'),
    h(2, 'What is damaged'),
    asked(
      'What is damaged:',
      {
        key: 'what',
        type: 'choices',
        party: 'business',
        label: 'What is damaged',
        options: [
          'Stove or chimney',
          'Benches',
          'Door or glass',
          'Steps',
          'Trailer',
          'Buckets and ladles',
          'Something else',
        ],
      },
      300,
    ),
    asked('What can be seen:', { key: 'seen', type: 'text', party: 'business', label: 'What can be seen' }, 300),
    asked('A photograph:', {
      key: 'photograph',
      type: 'attachment',
      party: 'business',
      label: 'A photograph of it',
      required: false,
    }),
    h(2, 'How it happened'),
    asked(
      'In the client’s words:',
      { key: 'how', type: 'text', party: 'client', label: 'How it happened, in your words', required: false },
      300,
    ),
    asked('When it was noticed:', {
      key: 'when',
      type: 'day',
      party: 'client',
      label: 'When it was noticed',
      required: false,
      days: { rule: 'past' },
    }),
    h(2, 'What follows'),
    p(
      'Mending is expected to cost {paper.cost}. It is taken from the damage deposit of {money.damage} that is held, and the rest is returned within five working days.',
      {
        when: { path: 'money.damage', is: 'above', than: 0 },
      },
    ),
    p(
      'We send the bill for mending before anything is kept back. Signing this says what was found, and nothing about whose fault it was.',
    ),
    { t: 'keep', content: [both] },
  ],
}

/** Whether somebody may be shown in photographs; taking part never depends on it. */
export const photoConsent: PaperDocument = {
  title: 'Photo consent',
  language: 'en-GB',
  parties: [GUEST, GUARDIAN],
  header,
  footer: footer('Photo consent'),
  body: [
    h(1, 'Photo consent'),
    p('for {guest.name}, {job.title} on {job.day|long}.'),
    p(
      '{business.name} takes photographs at its sessions. You are asked whether you may be seen in them. You take part whatever you answer.',
    ),
    asked(
      'Where I may be shown:',
      {
        key: 'where',
        type: 'choices',
        party: 'guest',
        label: 'Where I may be shown',
        options: ['On the website', 'In printed leaflets', 'In messages to past guests', 'Nowhere'],
      },
      300,
    ),
    asked('My name may stand beside the picture.', {
      key: 'named',
      type: 'tick',
      party: 'guest',
      label: 'My name may stand beside the picture',
      required: false,
    }),
    p(
      'You may take this back at any time by writing to {business.email}. Pictures are taken down within five working days; what was printed stays printed.',
    ),
    { t: 'keep', content: signatureBlock('guest', 'Signed by the guest') },
    {
      t: 'keep',
      when: { path: 'guest.under18', is: 'set' },
      content: signatureBlock('guardian', 'Signed by the guardian'),
    },
  ],
}

/** One change to a booking that is agreed, signed by both. */
export const changeToBooking: PaperDocument = {
  title: 'Change to booking',
  language: 'en-GB',
  parties: [CLIENT, BUSINESS],
  asks: [
    {
      key: 'change',
      label: 'What changes',
      type: 'text',
      required: true,
      help: 'In a sentence, such as “the hire begins a day later”',
    },
    { key: 'fee', label: 'What the change costs', type: 'amount', required: false },
    { key: 'from', label: 'From which day it holds', type: 'day', required: true },
  ],
  header,
  footer: footer('Change to booking'),
  body: [
    h(1, 'Change to booking'),
    p('for {job.title}, between *{business.legalName}* and *{client.name}*.'),
    h(2, 'What changes', true),
    clause('From {paper.from|long}: {paper.change}.'),
    clause(
      'The booking now runs from {job.starts} to {job.ends} at {job.place}, for {job.people} people, at {money.total} in all.',
    ),
    clause('The change costs {paper.fee}.', { when: { path: 'paper.fee', is: 'above', than: 0 } }),
    h(2, 'What stays', true),
    clause('Everything else in the agreement between us stays as it was signed.'),
    { t: 'clause', clause: 'disagree', id: 'disagree' },
    { t: 'keep', content: [h(2, 'Signatures', true), both] },
  ],
}

/** What an organiser and a supplier agree for one festival, for when the organiser has no paper of their own. */
export const supplierAgreement: PaperDocument = {
  title: 'Festival supplier agreement',
  language: 'en-GB',
  parties: [CLIENT, BUSINESS],
  initials: ['client', 'business'],
  header,
  footer: footer('Festival supplier agreement'),
  body: [
    h(1, 'Festival supplier agreement'),
    p(
      'between *{client.name}* (the organiser) and *{business.legalName}*, {business.address} (the supplier), for {job.title}.',
    ),
    h(2, 'The pitch', true),
    clause(
      'The organiser gives the supplier the pitch {job.pitch|plain|named on arrival} at {job.place}, from *{job.starts}* to *{job.ends}*.',
    ),
    clause(
      'The pitch is six metres by ten, firm, and not less than five metres from tents, fences and stores of fuel.',
      { id: 'pitch-size' },
    ),
    clause(
      'The way in is at least {job.gate|plain|two and a half metres} wide. The supplier may drive in until two hours before opening and out from one hour after closing.',
    ),
    h(2, 'What the supplier brings', true),
    { t: 'priceTable', party: 'client' },
    clause('A fire-keeper is on the pitch at all hours of operation. What they decide about the fire is final.'),
    h(2, 'What the organiser gives', true),
    clause('Water at a standpipe within fifty metres, a place for ash, and passes for three people.'),
    asked(
      'The organiser’s contact on the ground:',
      { key: 'ground-contact', type: 'text', party: 'client', label: 'Contact on the ground, with their number' },
      240,
    ),
    asked('Power on the pitch:', {
      key: 'power',
      type: 'choice',
      party: 'client',
      label: 'Power on the pitch',
      options: ['None', '16 A', '32 A'],
    }),
    h(2, 'Money', true),
    clause('The organiser pays {money.total} ({money.total|words}), of which {money.deposit} reserves the pitch.'),
    { t: 'planTable' },
    h(2, 'Cover and safety', true),
    bullets(
      'The supplier carries public liability cover of five million pounds and shows the certificate.',
      'The supplier has its own fire risk assessment, two extinguishers and a blanket on the pitch.',
      'The organiser’s safety officer may close the sauna when a reason is given.',
    ),
    {
      t: 'paragraph',
      numbered: true,
      content: [
        { t: 'text', text: 'If the pitch is not as ' },
        { t: 'ref', to: 'pitch-size' },
        { t: 'text', text: ' says, the supplier may go home again and keep the deposit.' },
      ],
    },
    { t: 'clause', clause: 'disagree', id: 'disagree' },
    { t: 'keep', content: [h(2, 'Signatures', true), both] },
    field({
      key: 'certificate-seen',
      type: 'tick',
      party: 'client',
      label: 'The certificate of cover was seen',
      required: false,
    }),
    p('The certificate of cover was seen.', { small: true }),
  ],
}
