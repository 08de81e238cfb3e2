import type { Language } from '../text/language'

/** What a line says in further languages. */
export type LineWords = Partial<Record<Language, { description: string; unit: string }>>

/** Lines as they are said in a language, by its BCP 47 tag: in their own words where they have none in it. */
export function linesIn<L extends { description: string; unit: string; words?: LineWords | null }>(
  lines: readonly L[],
  language: string,
): L[] {
  const key = language.slice(0, 2) as Language
  return lines.map((l) => {
    const said = l.words?.[key]
    return said ? { ...l, description: said.description, unit: said.unit || l.unit } : l
  })
}
