import { ENQUIRY_MAX } from '../../core/enquiry/types'
import type { StopState } from '../../core/line/line'
import { now } from '../platform/clock'
import { write } from '../platform/db/client'
import { happenings } from '../platform/db/schema'
import { tellScreens } from './touch'

export interface Happening {
  jobId: string | null
  type: string
  words: string
  detail?: string
  state?: StopState | null
  paperId?: string | null
  notable?: boolean
  ref?: string
  files?: { sha: string; name: string; type: string }[]
  /** Whom it is about, where that isn't the client of a job. */
  contactId?: string | null
}

/** Puts something into the job's thread and the feed that open screens follow. */
export async function note(h: Happening): Promise<void> {
  await write(async (tx) => {
    await tx.insert(happenings).values({
      jobId: h.jobId,
      at: now(),
      type: h.type,
      words: h.words.slice(0, 400),
      detail: (h.detail ?? '').slice(0, ENQUIRY_MAX),
      state: h.state ?? null,
      paperId: h.paperId ?? null,
      notable: h.notable ?? false,
      ref: h.ref ?? null,
      files: h.files?.length ? h.files : null,
      contactId: h.contactId ?? null,
    })
    tellScreens(h.jobId, h.paperId ?? null)
  })
}
