/** The longest a tag may be, and the most that one job or person has. */
export const TAG_MAX = 40
export const TAGS_MAX = 20

/** A tag as it is kept: on one line, with single spaces, without commas, which stand between tags. Empty for none. */
export const tagOf = (typed: string): string =>
  typed
    .normalize('NFC')
    .replace(/[,;\s]+/g, ' ')
    .trim()
    .slice(0, TAG_MAX)
    .trim()

/** What makes two tags one: the same word, whatever its capitals. */
export const same = (tag: string): string => tagOf(tag).toLocaleLowerCase('en')

/** Some tags, each once as it was first written, none empty. */
export function tagsOf(typed: readonly string[]): string[] {
  const out = new Map<string, string>()
  for (const t of typed) {
    const tag = tagOf(t)
    if (tag && !out.has(same(tag))) out.set(same(tag), tag)
  }
  return [...out.values()]
}

/** Tags with one more, or without one; unchanged where it is there, or isn't. */
export const withTag = (tags: readonly string[], tag: string): string[] => tagsOf([...tags, tag])
export const withoutTag = (tags: readonly string[], tag: string): string[] =>
  tagsOf(tags).filter((t) => same(t) !== same(tag))

/** What changed between two: put on, and taken off. */
export function tagChange(before: readonly string[], after: readonly string[]): { on: string[]; off: string[] } {
  const [was, is] = [new Set(before.map(same)), new Set(after.map(same))]
  return { on: tagsOf(after).filter((t) => !was.has(same(t))), off: tagsOf(before).filter((t) => !is.has(same(t))) }
}
