import { z } from 'zod'
import type { Gap } from '../core/merge/merge'
import type { PersonState } from '../core/rounds/rounds'
import type { PreflightNote } from '../core/preflight/preflight'
import { line, prose, requiredLine } from './text'

export const makePaper = z.object({
  kind: z.enum(['quote', 'contract', 'waiver']),
  guestId: z.string().max(60).optional(),
  key: z.string().max(60).optional(),
})
export const sendPaper = z.object({
  subject: requiredLine(300, 'The subject'),
  message: prose(5000).refine((s) => s.trim().length > 0, 'Write a few words with it.'),
  /** Instant in UTC, or null for no deadline. */
  lapsesAt: z.iso
    .datetime()
    .transform((s) => new Date(s).toISOString())
    .nullable()
    .default(null),
  key: z.string().min(1).max(60),
})
export const withdrawPaper = z.object({ reason: line(500).default('') })

export interface SheetPerson {
  party: string
  name: string
  email: string
  turn: number
  member: boolean
  fields: number
  number: number
}
export interface PaperView {
  id: string
  kind: string
  title: string
  state: string
  jobId: string
  jobTitle: string
  clientName: string
  clientId: string | null
  jobVersion: number
  timeZone: string
  gaps: Gap[]
  pages: number | null
  sheet: SheetPerson[]
  preflight: PreflightNote[]
  suggested: { subject: string; message: string; lapsesAt: string | null }
  round: {
    id: string
    subject: string
    message: string
    sentAt: string
    lapsesAt: string | null
    status: string
    reason: string | null
    people: (PersonState & { email: string; member: boolean })[]
    sealed: boolean
    mine: string | null
  } | null
  today: string
  versionSha: string | null
}
export interface PaperRow {
  id: string
  kind: string
  title: string
  state: string
  jobId: string
  jobTitle: string
  client: string
  createdAt: string
}
