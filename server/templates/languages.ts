import { and, eq, isNull } from 'drizzle-orm'
import type { Language } from '../../core/text/language'
import { LANGUAGE_NAMES } from '../../shared/words'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'
import { loadTemplate } from './templates'

type Template = typeof templates.$inferSelect

/** The language of a template by its first letters: `de` of `de-AT`. */
const spoken = ({ document }: Pick<Template, 'document'>): string => document.language.slice(0, 2)
const familyOf = (id: string) =>
  db()
    .select()
    .from(templates)
    .where(and(eq(templates.languageOf, id), isNull(templates.archivedAt)))

/**
 * Puts the same paper beside a template in another language: a copy of what it says, to be put into that language. One that
 * is there already is gone on with.
 */
export async function addLanguage(id: string, language: Language): Promise<string> {
  return write(async (tx) => {
    const given = await loadTemplate(id)
    const first = given.languageOf ? await loadTemplate(given.languageOf) : given
    const all = [first, ...(await familyOf(first.id))]
    const there = all.find((t) => spoken(t) === language)
    if (there) return there.id
    if (first.marked)
      throw new Problem('invalid', 'A finished PDF speaks one language. Bring in the other one beside it.', {
        language: 'A finished PDF speaks one language.',
      })
    const fresh = newId()
    await tx.insert(templates).values({
      id: fresh,
      kind: first.kind,
      name: `${first.name}, ${LANGUAGE_NAMES[language]}`.slice(0, 120),
      folder: first.folder,
      edition: 1,
      document: { ...first.document, language: language === 'en' ? 'en-GB' : language },
      round: first.round,
      languageOf: first.id,
      inStepWith: first.revision,
      updatedAt: now(),
    })
    return fresh
  })
}

/** Says that a template in another language says again what the first one says. */
export async function sayInStep(id: string): Promise<void> {
  await write(async (tx) => {
    const template = await loadTemplate(id)
    if (!template.languageOf) throw new Problem('not-now', 'This template follows no other.')
    const { revision } = await loadTemplate(template.languageOf)
    await tx.update(templates).set({ inStepWith: revision }).where(eq(templates.id, id))
  })
}

/** A template in a language, where it stands beside it in that; else the template itself. */
export async function inLanguage(template: Template, language: string): Promise<Template> {
  if (spoken(template) === language) return template
  const family = await familyOf(template.languageOf ?? template.id)
  return family.find((t) => spoken(t) === language) ?? template
}
