import { clause, h } from '../../core/document/build'
import type { Block } from '../../core/document/model'

/** Text that several templates share. */
export const CLAUSES: { id: string; name: string; body: Block[] }[] = [
  {
    id: 'details',
    name: 'Your details',
    body: [
      h(2, 'Your details', true),
      clause(
        'We keep your name, address and messages for as long as the law asks us to keep accounts, and use them for this hire only. We take photographs of the set-up for our records; people appear in them only if they have agreed to it.',
      ),
    ],
  },
  {
    id: 'disagree',
    name: 'If we disagree',
    body: [
      h(2, 'If we disagree', true),
      clause(
        'Write to {business.email} first. We answer within five working days. If we cannot settle it between us, either of us may ask a mediator, and share the cost. The courts of England and Wales decide if nothing else helps, under their law.',
      ),
    ],
  },
]
