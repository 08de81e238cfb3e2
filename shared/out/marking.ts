import { z } from 'zod'
import { marked, mark } from '../../core/marking/model'
import { party } from '../../core/document/model'
import { mergeContext, preflightNote } from '../shapes'

/** A file that was taken in: its pages, and what was taken out of it. */
export const takenFile = z.object({
  sha: z.string(),
  name: z.string(),
  use: z.enum(['mark', 'read-only']),
  pages: z.array(
    z.object({
      w: z.number(),
      h: z.number(),
    }),
  ),
  removed: z.array(z.string()),
})
export type TakenFile = z.output<typeof takenFile>

export const markingView = z.object({
  id: z.string(),
  /** The paper’s title, or the template’s name. */
  title: z.string(),
  kind: z.string(),
  state: z.string(),
  revision: z.number(),
  marked: marked,
  parties: z.array(party),
  /** Who stands for each party; empty for a template. */
  people: z.record(z.string(), z.string()),
  job: z
    .object({
      id: z.string(),
      title: z.string(),
      client: z.string(),
      version: z.number(),
    })
    .nullable(),
  context: mergeContext,
  preflight: z.array(preflightNote),
})
export type MarkingView = z.output<typeof markingView>

/** One value as it leaves, under the name the owner knows it by. */
export const dataRow = z.object({
  name: z.string(),
  label: z.string(),
  party: z.string(),
  value: z.union([z.string(), z.boolean()]).nullable(),
})
export type DataRow = z.output<typeof dataRow>

/** A fact a signer gave that a record could take over. */
export const writeBackRow = z.object({
  path: z.string(),
  label: z.string(),
  record: z.string(),
  now: z.string(),
  given: z.string(),
  /** The record says something else already. */
  conflict: z.boolean(),
})
export type WriteBackRow = z.output<typeof writeBackRow>

export const movedMarks = z.object({
  revision: z.number(),
  unplaced: z.array(mark),
  /** Words that were struck and are not there any more. */
  gone: z.array(z.string()),
})
export type MovedMarks = z.output<typeof movedMarks>
