import type { CardAsk } from '../../platform/db/schema'

/** A card service: it takes the money on a page of its own. */
export interface CardGateway {
  open(ask: CardAsk): Promise<{ ref: string; url: string }>
  /** Whether the service has taken the money, as it says itself. */
  isPaid(ref: string): Promise<boolean>
}
