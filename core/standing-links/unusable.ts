import type { TemplateKind } from '../document/kinds'

/** Who can stand behind a standing link by themselves: whoever opened it, a child by them, and the business after them. */
const THEIRS = new Set(['client', 'guest'])
const LATER = new Set(['guardian', 'business'])

/** The party of a template that whoever opens the link stands for; null where there is none. */
export const openedBy = (parties: readonly { key: string }[]): string | null =>
  parties.find((p) => THEIRS.has(p.key))?.key ?? parties.find((p) => !LATER.has(p.key))?.key ?? null

/** Why a template can't stand behind a link that anybody may open; null where it can. */
export function unusable({
  name,
  kind,
  parties,
  archived,
  named = [],
}: {
  name: string
  kind: TemplateKind
  parties: readonly { key: string; label: string }[]
  archived: boolean
  /** Parties that answers say who stands for. */
  named?: readonly string[]
}): string | null {
  if (archived) return `“${name}” is not in the library any more.`
  if (kind === 'quote')
    return `“${name}” is a quote: it is priced for one client, so it can’t be the same for whoever comes.`
  if (kind === 'contract')
    return `“${name}” is a contract: it stands on what was priced for one client. Use a form with the terms in it.`
  const own = openedBy(parties)
  if (!own) return `“${name}” has nobody to sign it but the business.`
  const other = parties.find((p) => p.key !== own && !LATER.has(p.key) && !named.includes(p.key))
  if (other)
    return `“${name}” wants a ${other.label.toLowerCase()} beside whoever opens the link, and nobody says who that is: let an answer name them.`
  return null
}
