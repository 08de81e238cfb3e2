import { field, h, p, signatureBlock } from '../../core/document/build'
import type { PaperDocument } from '../../core/document/model'
import { GUARDIAN, GUEST, asked, bullets, footer, header } from './shared'

export const waiver: PaperDocument = {
  title: 'Bather’s waiver',
  language: 'en-GB',
  parties: [GUEST, GUARDIAN],
  header,
  footer: footer('Bather’s waiver'),
  body: [
    h(1, 'Bather’s waiver'),
    p('for {guest.name}, {job.title} on {job.day|long} at {job.place}, with {business.name}.'),
    h(2, 'What can happen'),
    p(
      'A wood-fired sauna is hot, the stove and stones burn skin at once, floors and steps are wet, and cold water after heat is a shock to the heart. People have fainted, slipped and been burnt, and a few have died. Most of this can be avoided by taking it slowly and listening to the fire-keeper.',
    ),
    h(2, 'What I tell you'),
    bullets(
      'I have no heart condition, epilepsy or fever, and I am not pregnant; or a doctor has told me that I may bathe.',
      'I have not drunk alcohol or taken drugs today, and will not before I am done.',
      'I am eighteen or older, or a guardian signs for me below.',
    ),
    {
      t: 'paragraph',
      content: [
        {
          t: 'field',
          field: {
            key: 'health',
            type: 'tick',
            party: 'guest',
            label: 'What I tell you above is true',
            required: true,
          },
        },
        { t: 'text', text: ' What I tell you above is true.' },
      ],
    },
    {
      t: 'paragraph',
      content: [
        { t: 'text', text: 'Who to call if something happens: ' },
        {
          t: 'field',
          width: 220,
          field: {
            key: 'emergency',
            type: 'text',
            party: 'guest',
            label: 'Who to call, with their number',
            required: true,
            help: 'A name and a telephone number',
          },
        },
      ],
    },
    asked(
      'Anything the fire-keeper should know:',
      {
        key: 'conditions',
        type: 'choices',
        party: 'guest',
        label: 'Anything the fire-keeper should know',
        required: false,
        options: ['Asthma', 'Low blood pressure', 'Medicine that makes drowsy', 'A recent injury', 'Something else'],
      },
      260,
    ),
    h(2, 'What we agree'),
    p(
      'I bathe at my own risk, as far as the law allows. {business.name} answers for what it does wrong, and for nothing that comes from my not keeping to the rules or not telling the truth above. I do as the fire-keeper says, go out when I feel unwell, and say so.',
    ),
    { t: 'keep', content: signatureBlock('guest', 'Signed by the guest') },
    {
      t: 'keep',
      when: { path: 'guest.under18', is: 'set' },
      content: [
        p(
          'I am answerable for {guest.name}, who is {guest.age} on the day. I have read this with them, I stay with them at all times, and I keep them to ten minutes at a time.',
        ),
        ...signatureBlock('guardian', 'Signed by the guardian'),
      ],
    },
    { t: 'space', height: 4 },
    field({
      key: 'photos',
      type: 'tick',
      party: 'guest',
      label: 'I may appear in photographs of the session',
      required: false,
    }),
    p('I may appear in photographs of the session (not needed to take part).', { small: true }),
  ],
}
