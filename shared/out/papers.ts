import { z } from 'zod'
import { drift, gap, mergeContext, paperFigures, preflightNote, stopState } from '../shapes'
import { roundPersonView, checkView } from './rounds'
import { paperDocument } from '../../core/document/model'
import { writeBackRow } from './marking'
import { amendment } from '../../core/amend/amend'

export const sheetPerson = z.object({
  party: z.string(),
  label: z.string(),
  contactId: z.string().nullable(),
  name: z.string(),
  email: z.string(),
  turn: z.number(),
  member: z.boolean(),
  fields: z.number(),
  number: z.number(),
})
export type SheetPerson = z.output<typeof sheetPerson>

/** An amendment with how often other copies of the template have it, and the fact it may really be about. */
export const amendmentRow = amendment.extend({
  again: z.object({
    times: z.number(),
    of: z.number(),
  }),
  fact: z
    .object({
      path: z.string(),
      text: z.string(),
      label: z.string(),
    })
    .nullable(),
})
export type AmendmentRow = z.output<typeof amendmentRow>

export const paperView = z.object({
  id: z.string(),
  /** The newest change that is in it. */
  asOf: z.number(),
  kind: z.string(),
  title: z.string(),
  state: z.string(),
  jobId: z.string(),
  jobTitle: z.string(),
  clientName: z.string(),
  clientId: z.string().nullable(),
  jobVersion: z.number(),
  timeZone: z.string(),
  gaps: z.array(gap),
  pages: z.number().nullable(),
  sheet: z.array(sheetPerson),
  preflight: z.array(preflightNote),
  round: z
    .object({
      id: z.string(),
      subject: z.string(),
      message: z.string(),
      sentAt: z.string(),
      lapsesAt: z.string().nullable(),
      status: z.string(),
      /** Why it is on hold; null when it isn’t. */
      paused: z.string().nullable(),
      reason: z.string().nullable(),
      papers: z.array(
        z.object({
          id: z.string(),
          title: z.string(),
        }),
      ),
      people: z.array(roundPersonView),
      sealed: z.boolean(),
      mine: z.string().nullable(),
    })
    .nullable(),
  today: z.string(),
  versionSha: z.string().nullable(),
  /** What is written on it, for the writing room. */
  written: z.object({
    template: paperDocument,
    document: paperDocument,
    base: paperDocument,
    figures: paperFigures,
    context: mergeContext,
    amendments: z.array(amendmentRow),
    own: z.object({
      values: z.record(z.string(), z.string()),
      presets: z.record(z.string(), z.string()),
      changes: z.enum(['shown', 'clean']),
    }),
    templateId: z.string().nullable(),
    templateEdition: z.number().nullable(),
  }),
  /** What all of this is made from, as one hash: whoever sends it says that they saw it. */
  seen: z.string(),
  /** The check of a correction of what is out. */
  correction: checkView.nullable(),
  drift: z.array(drift),
  /** Somebody else’s PDF: it is marked, not written on. */
  marked: z.boolean(),
  /** Files that go with it to be read. */
  enclosures: z.array(
    z.object({
      sha: z.string(),
      name: z.string(),
    }),
  ),
  /** Facts given on it that a record could take over. */
  writeBack: z.array(writeBackRow),
  /** Files given with signatures. */
  attachments: z.array(
    z.object({
      sha: z.string(),
      name: z.string(),
    }),
  ),
})
export type PaperView = z.output<typeof paperView>

export const paperRow = z.object({
  id: z.string(),
  kind: z.string(),
  title: z.string(),
  state: z.string(),
  jobId: z.string(),
  jobTitle: z.string(),
  jobKind: z.string(),
  day: z.string().nullable(),
  /** Whose it is: the guest of a waiver, else the client. */
  whose: z.string(),
  /** What a quote or contract comes to, in minor units. */
  worth: z.number().nullable(),
  stop: stopState,
  /** What it waits for, in words, and since when. */
  waits: z.string(),
  since: z.string(),
  sentBy: z.string(),
  language: z.string(),
  /** The line of its text that was found, in pieces. */
  found: z.array(z.object({ text: z.string(), hit: z.boolean() })).nullable(),
  createdAt: z.string(),
})
/** A page of papers; with the first, what is said of all that were found. */
export const paperPage = z.object({
  rows: z.array(paperRow),
  next: z.string().nullable(),
  counts: z
    .object({ all: z.number(), worth: z.number(), states: z.record(z.string(), z.number()), yours: z.number() })
    .nullable(),
  /** Who can have sent one. */
  members: z.array(z.object({ id: z.string(), name: z.string() })),
  /** The name of the client they are looked for by. */
  client: z.string().nullable(),
  currency: z.string(),
  today: z.string(),
})
export type PaperPage = z.output<typeof paperPage>
export type PaperRow = z.output<typeof paperRow>

/** How papers went out and came back. */
export const answered = z.object({
  weeks: z.array(z.object({ from: z.string(), sent: z.number(), signed: z.number() })),
  quotes: z.array(z.object({ label: z.string(), count: z.number(), is: z.enum(['yes', 'no', 'open']) })),
})
export type Answered = z.output<typeof answered>
