import type { CardAsk } from '../../platform/db/schema'

/** What a card service tells of a request of ours, by itself: the amount in minor units. */
export interface CardTold {
  /** Our reference, as it was asked with, and the service's own. */
  reference: string
  ref: string
  status: 'paid' | 'refused'
  amount: number
  currency: string
}

/** A card service: it takes the money on a page of its own. What each part has to keep to: docs/gateways.md. */
export interface CardGateway {
  open(ask: CardAsk): Promise<{ ref: string; url: string }>
  /** Whether the service has taken the money, as it says itself. */
  isPaid(ref: string): Promise<boolean>
  /**
   * Gives a part of what was taken back to the card; the same `reference` again is the same. Throws while it can't be told, and
   * is asked again then.
   */
  giveBack(of: { ref: string; amount: number; currency: string; reference: string }): Promise<'done' | 'refused'>
  /** Reads a call-back, once it is known to be the service's own and fresh. Throws where it isn't. */
  told(body: string, headers: Record<string, string>): CardTold
}
