import { h, p, signatureBlock } from '../../core/document/build'
import type { PaperDocument } from '../../core/document/model'
import { BUSINESS, footer, header } from './shared'

/** What whoever joins the winter swimmers signs: filled from the form before it. */
export const membership: PaperDocument = {
  title: 'Membership terms',
  language: 'en-GB',
  parties: [{ key: 'client', label: 'Member' }, BUSINESS],
  asks: [
    { key: 'mornings', label: 'Mornings', type: 'text', required: true },
    { key: 'fee', label: 'Fee for the season', type: 'amount', required: true },
    { key: 'call', label: 'Person to call', type: 'text', required: true },
  ],
  header,
  footer: footer('Membership terms'),
  body: [
    h(1, 'Membership terms'),
    p('between {business.legalName} and *{client.name}*.'),
    h(2, 'The swimming'),
    p('You swim with us on {paper.mornings} mornings from October to March, with a fire-keeper beside the water.'),
    p('The fee for the season is {paper.fee}, paid before the first morning.'),
    h(2, 'If something happens'),
    p('We call {paper.call}. You tell us when that changes, and when you are not well enough to swim.'),
    {
      t: 'columns',
      columns: [signatureBlock('client', 'For the member'), signatureBlock('business', 'For the business')],
    },
  ],
}
