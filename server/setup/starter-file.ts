import { asc, isNull, max } from 'drizzle-orm'
import { withIds } from '../../core/document/walk'
import type { StarterSet } from '../../shared/starter'
import { itemRow } from '../business/items'
import { checkImages } from '../files/pictures'
import { now } from '../platform/clock'
import { db, write } from '../platform/db/client'
import { catalogue, kinds, savedMessages, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { theBusiness } from '../records/business'
import { wholeDocument } from '../templates/use'

/**
 * What this business begins jobs with, as a starter set: its kinds, templates written here with their clauses put in, priced
 * items and saved messages. Forms on somebody else's pages stay here.
 */
export async function starterOut(): Promise<StarterSet> {
  const business = await theBusiness()
  const [kindRows, sheets, items, messages] = await Promise.all([
    db().select().from(kinds).orderBy(asc(kinds.position)),
    db().select().from(templates).where(isNull(templates.archivedAt)).orderBy(asc(templates.name)),
    db().select().from(catalogue).orderBy(asc(catalogue.position)),
    db().select().from(savedMessages).orderBy(asc(savedMessages.name)),
  ])
  const written = sheets.filter((t) => !t.marked)
  const there = new Set(written.map((t) => t.id))
  return {
    upwold: 'starter',
    version: 1,
    name: business.name,
    language: business.settings.language,
    kinds: kindRows.map(({ id, name, settings }) => ({ id, name, settings: withoutGone(settings, there) })),
    templates: await Promise.all(
      written.map(async ({ id, kind, folder, name, document, languageOf }) => ({
        id,
        kind,
        folder,
        name,
        document: (await wholeDocument(document)).document,
        languageOf: languageOf && there.has(languageOf) ? languageOf : null,
      })),
    ),
    items: items.map(({ position: _, ...item }) => ({ ...item, picture: null })),
    messages: messages.map(({ name, subject, message }) => ({ name, subject, message })),
  }
}

type Settings = StarterSet['kinds'][number]['settings']
/** A kind asks for no paper whose template doesn't come along. */
function withoutGone(settings: Settings, there: ReadonlySet<string>): Settings {
  const kept = Object.fromEntries(Object.entries(settings.templates).filter(([, id]) => there.has(id)))
  const { quote, contract, waiver } = kept as Settings['templates']
  const { expects } = settings
  return {
    ...settings,
    // Who checks is somebody here.
    checkWith: null,
    templates: kept,
    expects: {
      ...expects,
      quote: expects.quote && !!quote,
      contract: expects.contract && !!contract,
      waivers: expects.waivers && !!waiver,
    },
  }
}

/**
 * Adds all of a starter set to what is here, under ids of its own, so that nothing is written over; what is called the same
 * stands beside it. All of it or nothing.
 */
export async function starterIn(set: StarterSet): Promise<{ kinds: number; templates: number; items: number }> {
  for (const t of set.templates) await checkImages(t.document)
  const fresh = new Map(set.templates.map((t) => [t.id, newId()]))
  const at = now()
  await write(async (tx) => {
    const [lastKind] = await tx.select({ at: max(kinds.position) }).from(kinds)
    const [lastItem] = await tx.select({ at: max(catalogue.position) }).from(catalogue)
    for (const t of set.templates)
      await tx.insert(templates).values({
        ...t,
        id: fresh.get(t.id)!,
        document: withIds(t.document),
        edition: 1,
        updatedAt: at,
        languageOf: t.languageOf ? fresh.get(t.languageOf)! : null,
        inStepWith: t.languageOf ? 1 : null,
      })
    for (const [i, k] of set.kinds.entries()) {
      const named = Object.entries(k.settings.templates).map(([part, id]) => [part, fresh.get(id)!])
      const settings = { ...k.settings, checkWith: null, templates: Object.fromEntries(named) as Settings['templates'] }
      await tx.insert(kinds).values({ id: newId(), name: k.name, settings, position: (lastKind?.at ?? -1) + 1 + i })
    }
    for (const [i, item] of set.items.entries())
      await tx.insert(catalogue).values({
        ...itemRow({ ...item, picture: null }),
        id: newId(),
        position: (lastItem?.at ?? -1) + 1 + i,
      })
    for (const m of set.messages) await tx.insert(savedMessages).values({ id: newId(), ...m, updatedAt: at })
  })
  return { kinds: set.kinds.length, templates: set.templates.length, items: set.items.length }
}
