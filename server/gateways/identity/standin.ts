import { now } from '../../clock'
import { looksTakenInWorker, readDocumentInWorker } from '../../render/pool'
import type { IdentityGateway } from './index'

/**
 * The stand-in for a service that checks documents: it really reads the machine-readable zone or the barcode of a picture
 * and checks their digits, on this machine. It knows upright pictures of the specimens it ships with (public/specimens)
 * and whatever is set as evenly; a picture of a face it can only tell from nothing.
 */
export const standInChecker: IdentityGateway = {
  async read({ document, selfie, live }) {
    const found = await readDocumentInWorker(document, Number(now().slice(0, 4)))
    const face = selfie ? ((await looksTakenInWorker(selfie)) ? 'found' : 'none') : 'not asked'
    return { document: found, face, live: live === null ? 'not asked' : live ? 'yes' : 'no' }
  },
}
