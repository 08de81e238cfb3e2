import { standin } from './standin'

/** What is asked of a card service: a page where somebody pays one amount. It answers by signed call-back. */
export interface CardAsk {
  reference: string
  amount: number
  currency: string
  label: string
  payee: string
  returnTo: string
  callbackUrl: string
}
export interface CardGateway {
  open(ask: CardAsk): Promise<{ ref: string; url: string }>
  /** Whether the service has taken the money, as it says itself. */
  isPaid(ref: string): Promise<boolean>
}

/** The card service in use. The stand-in is the only one so far. */
export const cardGateway = (): CardGateway => standin
