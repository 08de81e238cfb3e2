import { and, count, eq, isNull, max } from 'drizzle-orm'
import type { z } from 'zod'
import type { namedKind } from '../../shared/starter'
import { db, write } from '../platform/db/client'
import { jobs, kinds, members, standingLinks, templates } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { Problem } from '../platform/problem'

type Given = z.output<typeof namedKind>

/** Refuses a kind that names a template that isn't there, or asks for a paper without one. */
async function insistOnTemplates({ settings }: Given): Promise<void> {
  const there = new Map(
    (await db().select({ id: templates.id, kind: templates.kind }).from(templates)).map((t) => [t.id, t.kind]),
  )
  for (const part of ['quote', 'contract', 'waiver'] as const) {
    const id = settings.templates[part]
    const wanted = part === 'waiver' ? settings.expects.waivers : settings.expects[part]
    if (wanted && !id) {
      const words = `Choose the template its ${part} is made from.`
      throw new Problem('invalid', words, { [`settings.templates.${part}`]: words })
    }
    if (id && there.get(id) !== part) {
      const words = `There is no ${part} of that name in the Library.`
      throw new Problem('invalid', words, { [`settings.templates.${part}`]: words })
    }
  }
}

async function insistOnChecker({ settings: { checkWith } }: Given): Promise<void> {
  if (!checkWith) return
  const [there] = await db()
    .select({ id: members.id })
    .from(members)
    .where(and(eq(members.id, checkWith), isNull(members.removedAt)))
  if (there) return
  const words = 'Whoever is to check doesn’t work here any more.'
  throw new Problem('invalid', words, { checkWith: words })
}

/** Makes a job kind; its id. */
export async function addKind(given: Given): Promise<string> {
  await insistOnTemplates(given)
  await insistOnChecker(given)
  return write(async (tx) => {
    const [last] = await tx.select({ at: max(kinds.position) }).from(kinds)
    const id = newId()
    await tx.insert(kinds).values({ id, ...given, position: (last?.at ?? -1) + 1 })
    return id
  })
}

/** Changes a job kind. Jobs keep the plan and prices they were made with. */
export async function changeKind(id: string, given: Given): Promise<void> {
  await insistOnTemplates(given)
  await insistOnChecker(given)
  await write(async (tx) => {
    const changed = await tx.update(kinds).set(given).where(eq(kinds.id, id)).returning({ id: kinds.id })
    if (!changed.length) throw new Problem('not-found', 'There is no such kind of job.')
  })
}

/** Takes a job kind away; refused while jobs are of it, and for the last one. */
export async function removeKind(id: string): Promise<void> {
  await write(async (tx) => {
    const [used] = await tx.select({ n: count() }).from(jobs).where(eq(jobs.kindId, id))
    if (used!.n)
      throw new Problem(
        'not-now',
        `${used!.n === 1 ? 'One job is' : `${used!.n} jobs are`} of this kind. It stays as long as they do.`,
      )
    const [link] = await tx
      .select({ name: standingLinks.name })
      .from(standingLinks)
      .where(eq(standingLinks.kindId, id))
      .limit(1)
    if (link) throw new Problem('not-now', `The standing link “${link.name}” leads to it. Change that first.`)
    const [all] = await tx.select({ n: count() }).from(kinds)
    if (all!.n < 2) throw new Problem('not-now', 'One kind of job has to stay: every job is of one.')
    await tx.delete(kinds).where(eq(kinds.id, id))
  })
}
