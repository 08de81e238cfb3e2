import { eq } from 'drizzle-orm'
import type { FieldSpec } from '../../core/document/field'
import { type Answers, answersIn } from '../../core/rounds/answers'
import { db } from '../platform/db/client'
import { paperVersions } from '../platform/db/schema'
import { Problem } from '../platform/problem'
import { theBusiness } from '../records/business'
import { placeOf } from './papers'
import { agreedFor, latestRounds } from './state'

/** The fields a paper went out with, and what has been given in them so far. */
export async function answersOf(paperId: string): Promise<{ fields: FieldSpec[]; values: Answers }> {
  const live = (await latestRounds([paperId])).get(paperId)
  if (!live) throw new Problem('not-now', 'This paper has not been sent; nobody has filled anything yet.')
  const place = await placeOf(live.id, paperId)
  const [version] = await db().select().from(paperVersions).where(eq(paperVersions.id, place!.versionId))
  const fields = [...new Map([...version!.fields].reverse().map((f) => [f.field.key, f.field])).values()].reverse()
  const { given } = await agreedFor(live.id)
  return { fields, values: answersIn(fields, given.values(), (await theBusiness()).timeZone) }
}
