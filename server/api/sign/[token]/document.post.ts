import { readMultipartFormData } from 'h3'
import { Problem } from '../../../problem'
import { showDocument } from '../../../services/rounds/proof'
import { fromWhere, insistOnSize, route } from '../../../route'
import { keepPass } from '../../../session'

const MOST = 25_000_000
export default route({}, async ({ event }) => {
  insistOnSize(event, MOST)
  const parts = (await readMultipartFormData(event)) ?? []
  const part = (name: string) => parts.find((p) => p.name === name)?.data
  const document = part('document')
  if (!document?.length)
    throw new Problem('invalid', 'Give a picture of the document.', { document: 'Give a picture of the document.' })
  const pass = await showDocument(
    event.context.holder!,
    {
      document: new Uint8Array(document),
      selfie: part('selfie')?.length ? new Uint8Array(part('selfie')!) : null,
      live: part('taken')?.toString() === 'camera',
    },
    fromWhere(event),
  )
  return keepPass(event, event.context.holder!.person.id, pass)
})
