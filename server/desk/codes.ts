import type { Binding } from '../../core/rounds/bind'
import { visitCode } from '../../core/visits/code'
import { hmac } from '../platform/crypt'

/** The code of somebody's visit at a job, drawn with the key: who has one works out no other. */
export const codeOfVisit = (jobId: string, contactId: string): string =>
  visitCode(Buffer.from(hmac(`${jobId} ${contactId}`, 'visit codes'), 'base64').toString('hex'))

/** The visitors some papers are waivers of, each with the code of their visit. */
export const codesOn = (
  list: readonly { paper: { kind: string; bindings: Readonly<Record<string, Binding>> } }[],
  jobId: string,
): { contactId: string; code: string }[] =>
  list.flatMap(({ paper }) => {
    const guest = paper.kind === 'waiver' ? paper.bindings.guest : undefined
    return guest && 'contactId' in guest
      ? [{ contactId: guest.contactId, code: codeOfVisit(jobId, guest.contactId) }]
      : []
  })
