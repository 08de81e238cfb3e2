import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import reader from 'zxing-wasm/reader/zxing_reader.wasm?url'
import alphabet from '~~/core/identity/alphabet.json'
import { readLicence } from '~~/core/identity/licence'
import { type Alphabet, readZone } from '~~/core/identity/lines'
import { readMrz } from '~~/core/identity/mrz'
import type { ReadDocument } from '~~/core/identity/read'
import { readCode } from '~~/core/visits/code'

export interface Look {
  seen: ImageData
  /** The present year. */
  year: number
}
export interface Found {
  code: string | null
  document: ReadDocument | null
}

prepareZXingModule({ overrides: { locateFile: () => reader } })

/** What the camera sees: the code of a visit, the barcode of a licence, or the lines at the foot of a passport or card. */
async function look({ seen, year }: Look): Promise<Found> {
  const codes = await readBarcodes(seen, { formats: ['PDF417', 'QRCode'], textMode: 'Plain', maxNumberOfSymbols: 4 })
  for (const { text } of codes) {
    const code = readCode(text)
    if (code) return { code, document: null }
    const licence = readLicence(text)
    if (licence) return { code: null, document: licence }
  }
  const { lines } = readZone(seen, alphabet as Alphabet)
  const zone = lines.length ? readMrz(lines, year) : null
  // Half of a zone that moved is read wrong: what its check digits don't bear out is looked at again.
  return { code: null, document: zone && !zone.badDigits.length ? zone : null }
}

self.onmessage = async ({ data }: MessageEvent<Look>) => {
  const found = await look(data).catch((): Found => ({ code: null, document: null }))
  self.postMessage(found)
}
