import { h, p, signatureBlock } from '../../core/document/build'
import type { PaperDocument } from '../../core/document/model'
import { CLIENT, bullets, footer, header } from './shared'

export const quote: PaperDocument = {
  title: 'Quote',
  language: 'en-GB',
  parties: [CLIENT],
  header,
  footer: footer('Quote'),
  body: [
    h(1, 'Quote for {job.title}'),
    p('{paper.number}, {paper.date|long}'),
    p('For *{client.name}*, from {business.name}.'),
    p(
      'Thank you for asking us. This is what we would bring to {job.place} from {job.starts} to {job.ends}, for {job.people} people.',
    ),
    h(2, 'What it would cost'),
    p(
      'Lines with a box are yours to take or leave, and where you may set how many, say so on the page before you sign. The total follows what you choose.',
    ),
    { t: 'priceTable', party: 'client' },
    h(2, 'When it would be paid'),
    { t: 'planTable' },
    h(2, 'Good to know'),
    bullets(
      'The price holds until the deadline in our message.',
      'Accepting this quote settles what is hired and the price. The hire agreement follows with the terms, and your days are reserved when it is signed and the deposit is paid.',
      'We bring the stove lit and leave the ground as we found it. You give us a level pitch and a way in.',
    ),
    {
      t: 'keep',
      content: [
        h(2, 'Your acceptance'),
        p('I accept this quote with the choices marked above.'),
        ...signatureBlock('client', 'For the client'),
      ],
    },
  ],
}
