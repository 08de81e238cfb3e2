import type { H3Event } from 'h3'
import { securityNote } from '../members/security'
import type { SecurityKind } from '../platform/db/schema'
import { fromWhere } from './where'

/** Writes what somebody did, by this request, into the log that the owner can read. */
export const noteSecurity = (
  event: H3Event,
  kind: SecurityKind,
  words: string,
  who: { id: string | null; name: string } | undefined = event.context.member,
): Promise<void> => securityNote(kind, words, who, fromWhere(event))
