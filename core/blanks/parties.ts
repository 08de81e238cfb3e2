import type { Party } from '../document/model'

/** How the finder's parties are called on a paper. */
const PARTIES: Record<string, Party> = {
  client: { key: 'client', label: 'Client' },
  business: { key: 'business', label: 'Business' },
  participant: { key: 'guest', label: 'Guest' },
  guardian: { key: 'guardian', label: 'Guardian' },
  witness: { key: 'witness', label: 'Witness' },
}

/** The party a found word stands for; a role of the paper's own becomes a party of that name. */
export function partyFor(found: string): Party {
  const known = PARTIES[found]
  if (known) return known
  const key = found
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 40)
  return key ? { key, label: (found[0]!.toUpperCase() + found.slice(1)).slice(0, 60) } : PARTIES.client!
}
