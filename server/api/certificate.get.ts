import { setResponseHeader } from 'h3'
import { pem } from '../../core/evidence/certificate'
import { sealingKey } from '../rounds/seal/key'
import { route } from '../doors/route'

export default route({ who: 'settings', out: 'file' }, async ({ event }) => {
  setResponseHeader(event, 'content-type', 'application/x-pem-file')
  setResponseHeader(event, 'content-disposition', 'attachment; filename="sealing-certificate.pem"')
  return pem((await sealingKey()).certificate, 'CERTIFICATE')
})
