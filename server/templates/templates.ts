import { and, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import { type Json, canonical } from '../../core/evidence/canonical'
import type { PaperDocument } from '../../core/document/model'
import { withIds } from '../../core/document/walk'
import type { Language } from '../../core/text/language'
import type { newTemplate, saveTemplate } from '../../shared/library'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { templateEditions, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { checkImages } from '../files/pictures'
import { idBy, makeOnce } from '../platform/once'
import { Problem, notFound } from '../platform/problem'
import { theBusiness } from '../records/business'
import { nameOf } from '../records/members'
import { keepStep } from './steps'

export async function loadTemplate(id: string): Promise<typeof templates.$inferSelect> {
  const [row] = await db().select().from(templates).where(eq(templates.id, id))
  if (!row) throw notFound('template')
  return { ...row, document: withIds(row.document) }
}

/** Makes a template, from nothing, from a document, or as a duplicate of another. The same key twice makes one. */
export async function addTemplate(input: z.output<typeof newTemplate>): Promise<string> {
  if (input.document) await checkImages(input.document)
  const id = idBy('t', input.key)
  return makeOnce(templates, id, async (tx) => {
    const from = input.from ? await loadTemplate(input.from) : null
    const { language } = (await theBusiness()).settings
    const document = input.document ?? from?.document ?? blank(input.kind, input.name, language)
    await tx.insert(templates).values({
      id,
      kind: from?.kind ?? input.kind,
      name: input.name,
      folder: input.folder ?? from?.folder ?? '',
      edition: 1,
      document: withIds({ ...document, title: input.name }),
      marked: from?.marked ?? null,
      updatedAt: now(),
    })
    return id
  })
}

/** A page to begin with: a heading, and the people a paper of this kind is signed by. */
function blank(kind: string, name: string, language: Language): PaperDocument {
  const parties =
    kind === 'waiver'
      ? [{ key: 'guest', label: 'Guest' }]
      : [{ key: 'client', label: 'Client' }, ...(kind === 'quote' ? [] : [{ key: 'business', label: 'Business' }])]
  return {
    title: name,
    language: language === 'en' ? 'en-GB' : language,
    parties,
    header: [],
    footer: [],
    body: [{ t: 'heading', level: 1, content: [{ t: 'text', text: name }] }],
  }
}

/** Whether two documents say the same, however their keys are ordered. */
const sameText = (a: PaperDocument, b: PaperDocument) =>
  canonical(a as unknown as Json) === canonical(b as unknown as Json)

/**
 * Saves what was written. Whoever is behind another window is refused with what is there now; their text is set aside
 * as a version, so that neither loses work.
 */
export async function changeTemplate(
  id: string,
  input: z.output<typeof saveTemplate>,
  memberId: string,
): Promise<number> {
  if (input.document) await checkImages(input.document)
  const outcome = await write(async (tx): Promise<number | { aside: string }> => {
    const row = await loadTemplate(id)
    if (input.document && input.revision !== row.revision) {
      const document = withIds(input.document)
      if (sameText(document, row.document)) return row.revision
      const by = await nameOf(memberId)
      const mine = and(
        eq(templateEditions.id, input.aside ?? ''),
        eq(templateEditions.templateId, id),
        eq(templateEditions.by, by),
        isNull(templateEditions.edition),
      )
      const [kept] = await tx.update(templateEditions).set({ document, at: now() }).where(mine).returning()
      if (kept) return { aside: kept.id }
      const aside = newId()
      await tx.insert(templateEditions).values({ id: aside, templateId: id, edition: null, document, by, at: now() })
      return { aside }
    }
    const revision = row.revision + 1
    if (input.document) await keepStep(tx, row)
    await tx
      .update(templates)
      .set({
        ...(input.document ? { document: withIds(input.document) } : {}),
        ...(input.name === undefined ? {} : { name: input.name }),
        ...(input.folder === undefined ? {} : { folder: input.folder }),
        ...(input.kind === undefined ? {} : { kind: input.kind }),
        ...(input.holds === undefined ? {} : { holds: input.holds }),
        ...(input.target === undefined ? {} : { target: input.target }),
        ...(input.archived === undefined ? {} : { archivedAt: input.archived ? now() : null }),
        updatedAt: now(),
        ...(input.document ? { revision } : {}),
      })
      .where(eq(templates.id, id))
    return input.document ? revision : row.revision
  })
  if (typeof outcome === 'number') return outcome
  throw new Problem(
    'stale',
    'This template was written in another window too. Yours was set aside among its versions, so nothing is lost.',
    {},
    { aside: outcome.aside },
  )
}
