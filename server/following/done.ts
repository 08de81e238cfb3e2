import type { Subject } from '../follow-ups/facts'
import type { MadeBy } from '../platform/db/schema'

/** What a step is done with. */
export interface Doing {
  /** The same however often the step is tried; another when it is done again by hand. At most 40 signs. */
  key: string
  stepId: string
  subject: Subject
  /** The paper it is about. */
  paperId: string | null
  contactId: string | null
  /** What stands in braces, as the business says it. */
  values: Record<string, string>
}

/** What a step did, or why it had nothing to do, in words; or that it has to wait for something. */
export type Done = { did: string; made?: MadeBy } | { left: string } | { wait: string }
