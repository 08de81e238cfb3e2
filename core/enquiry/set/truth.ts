/** What an enquiry says, and nothing else: what isn't here has to be read as not said. */
export interface Truth {
  name?: string
  organisation?: string
  email?: string
  phone?: string
  /** The contact it is from, where the business knows them. */
  known?: string
  /** `YYYY-MM-DD`, with `THH:MM` where a time is said. */
  starts?: string
  ends?: string
  /** Days of which one is to be chosen: none of them may be taken. */
  either?: string[]
  place?: string
  people?: number
  children?: number
  kind?: string
  /** Catalogue items with how many. */
  items?: Record<string, number>
  /** In whole units of the currency. */
  budget?: number
  facts?: Record<string, string>
}
/** Style, what they wrote, what it says. */
export type Case = [style: 'letter' | 'line' | 'note' | 'fields' | 'chat' | 'formal', text: string, is: Truth]
