import type { SetupView } from '../../shared/out/setup'
import { starterNames, starterOf } from './starters'
import { starterLanguages } from './starters/words'

const PLAIN = { country: 'GB', currency: 'EUR', taxRate: '0', pricesIncludeTax: false } as const

/** What a business can begin with, and what each of it brings. */
export function setupChoices(): SetupView {
  return {
    sets: starterNames.map(({ id, name }) => {
      const [en, de] = starterLanguages.map((language) => starterOf(id, { ...PLAIN, language })!)
      const first = en!.items[0]
      return {
        id,
        name,
        kinds: en!.kinds.length,
        papers: en!.templates.length,
        items: en!.items.length,
        sample: first
          ? { words: { en: first.description, de: de!.items[0]!.description }, price: first.unitPrice }
          : null,
      }
    }),
  }
}
