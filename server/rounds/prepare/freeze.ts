import type { Rendered } from '../../files/worker'
import { sheetOf, renderDraft, preflightOf, type Prepared } from '../../papers/prepare'
import { Problem } from '../../platform/problem'
import { putBlob } from '../../platform/blobs'
import { type Gathered, gather } from '../../../core/rounds/gather'
import type { PlanPerson } from '../../../core/rounds/plan'
import { now } from '../../platform/clock'
import type { Db } from '../../platform/db/client'
import { paperVersions } from '../../platform/db/schema'
import { newId } from '../../platform/ids'
import { versionHash } from '../../../core/evidence/heads'

/** A paper drawn as it goes out, with the places of its fields. */
export interface Frozen {
  prepared: Prepared
  rendered: Rendered
  pdfSha: string
}

/** Draws a paper as it would go out now; throws the first thing that stops it. */
export async function freeze(prepared: Prepared, lapsesAt: string | null): Promise<Frozen> {
  const sheet = await sheetOf(prepared)
  const rendered = await renderDraft(prepared, true)
  const hidden = rendered.unseen?.[0]
  if (hidden)
    throw new Problem(
      'not-now',
      `On page ${hidden.page} of ${prepared.paper.title}, what stands in “${hidden.label}” can’t be seen. Move it to where the page is light, or print the file to a new PDF and put that in its place. Nothing was sent.`,
    )
  const stop = (await preflightOf(prepared, sheet, lapsesAt, rendered.overflows)).find((n) => n.severity === 'stop')
  if (stop) throw new Problem('not-now', `${stop.words} Nothing was sent.`)
  return { prepared, rendered, pdfSha: await putBlob(rendered.pdf, 'application/pdf') }
}

/** Puts frozen papers together so that everybody has one place, whatever a paper calls it. */
export function gatherFrozen(
  frozen: readonly Frozen[],
  people: readonly PlanPerson[],
  places: Map<string, string>,
): Gathered[] {
  return gather(
    frozen.map(({ prepared, rendered }) => ({
      id: prepared.paper.id,
      document: prepared.merged.document,
      placed: rendered.fields,
    })),
    (paper, party) => {
      const who = people.find((p) => p.stands.some((s) => s.paper === paper && s.party === party))
      return who ? places.get(who.key)! : null
    },
  )
}

/** Inserts a version of each paper; returns the ids by paper. */
export async function keepVersions(
  tx: Db,
  frozen: readonly Frozen[],
  gathered: readonly Gathered[],
): Promise<Map<string, string>> {
  const ids = new Map<string, string>()
  for (const { prepared, rendered, pdfSha } of frozen) {
    const id = newId()
    const { document, placed } = gathered.find((g) => g.id === prepared.paper.id)!
    await tx.insert(paperVersions).values({
      id,
      paperId: prepared.paper.id,
      document,
      figures: prepared.figures,
      fields: placed,
      pages: rendered.pages,
      pdfSha,
      createdAt: now(),
    })
    ids.set(prepared.paper.id, id)
  }
  return ids
}

/** The hash of what each version says, as it stands in the chain. */
export const contentsOf = (frozen: readonly Frozen[], gathered: readonly Gathered[]): string[] =>
  frozen.map(({ prepared, rendered, pdfSha }) => {
    const { document, placed } = gathered.find((g) => g.id === prepared.paper.id)!
    return versionHash({ document, figures: prepared.figures, fields: placed, pages: rendered.pages, pdfSha })
  })
