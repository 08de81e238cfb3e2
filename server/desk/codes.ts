import { visitCode } from '../../core/visits/code'
import { hmac } from '../platform/crypt'

/** The code of somebody's visit at a job, drawn with the key: who has one works out no other. */
export const codeOfVisit = (jobId: string, contactId: string): string =>
  visitCode(Buffer.from(hmac(`${jobId} ${contactId}`, 'visit codes'), 'base64').toString('hex'))
