import { and, asc, eq } from 'drizzle-orm'
import { capital } from '../../core/text/case'
import { same, tagChange, tagsOf } from '../../core/tags/tags'
import { type Db, db, write } from '../platform/db/client'
import { contacts, jobs, tags } from '../platform/db/schema'
import { newId } from '../platform/ids'
import { notFound } from '../platform/problem'
import { occurred } from '../queue/occurred'
import { note } from '../standing/thread'
import { tellScreens } from '../standing/touch'

export type Tagged = 'job' | 'person'

const of = (what: Tagged, id: string) => and(eq(tags.of, what), eq(tags.ofId, id))
/** The tags of a job or person, in the order they were put on. */
export async function tagsOn(what: Tagged, id: string, tx: Db = db()): Promise<string[]> {
  const rows = await tx.select({ tag: tags.tag }).from(tags).where(of(what, id)).orderBy(asc(tags.position))
  return rows.map((r) => r.tag)
}

/** Puts exactly these tags on a job or person; what changed stands in the job's thread. Returns them as they are kept. */
export async function setTags(what: Tagged, id: string, given: readonly string[]): Promise<string[]> {
  return write(async (tx) => {
    const table = what === 'job' ? jobs : contacts
    if (!(await tx.select({ id: table.id }).from(table).where(eq(table.id, id))).length) throw notFound(what)
    const before = await tagsOn(what, id, tx)
    const now = tagsOf(given)
    const { on, off } = tagChange(before, now)
    if (!on.length && !off.length) return before
    await tx.delete(tags).where(of(what, id))
    if (now.length)
      await tx.insert(tags).values(now.map((tag, position) => ({ of: what, ofId: id, tag, same: same(tag), position })))
    const about = what === 'job' ? { jobId: id } : { contactId: id }
    for (const [kind, tagged] of [
      ['tag-on', on],
      ['tag-off', off],
    ] as const)
      for (const tag of tagged) await occurred({ id: `${kind}:${newId()}`, kind, ...about, of: [tag] })
    if (what === 'job')
      await note({
        jobId: id,
        type: 'tag',
        words: capital([...on.map((t) => `tag “${t}” put on`), ...off.map((t) => `tag “${t}” taken off`)].join(', ')),
      })
    else tellScreens(null, null)
    return now
  })
}
