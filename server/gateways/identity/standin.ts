import { now } from '../../platform/clock'
import { looksTakenInWorker, readDocumentInWorker } from '../../files/pool'
import type { IdentityGateway } from './gateway'

/**
 * The stand-in for a service that checks documents: it really reads the machine-readable zone or the barcode of a picture
 * and checks their digits, on this machine. It knows upright pictures of the specimens it ships with (beside this file)
 * and whatever is set as evenly; a picture of a face it can only tell from nothing. Live is what was held where the
 * challenge asked for it.
 */
export const standInChecker: IdentityGateway = {
  async read({ document, selfie, hold }) {
    const { document: found, middle } = await readDocumentInWorker(document, Number(now().slice(0, 4)))
    const face = selfie ? ((await looksTakenInWorker(selfie)) ? 'found' : 'none') : 'not asked'
    const held = middle === null ? null : middle < 0.5 ? 'high' : 'low'
    return { document: found, face, live: hold === null ? 'not asked' : held === hold ? 'yes' : 'no' }
  },
}
