import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'

let ready = false
/** What the QR code on a picture says, as a reader of others reads it; empty where there is none. */
export async function readQr(png: string): Promise<string> {
  if (!ready) {
    const wasm = readFileSync(join(import.meta.dirname, '../../node_modules/zxing-wasm/dist/reader/zxing_reader.wasm'))
    prepareZXingModule({ overrides: { wasmBinary: wasm.buffer as ArrayBuffer } })
    ready = true
  }
  const [found] = await readBarcodes(new Blob([readFileSync(png)]), { formats: ['QRCode'], textMode: 'Plain' })
  return found?.text ?? ''
}
