import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'

/** What taking in relies on that jszip doesn't document: sizes are known before anything is unpacked. */
describe('jszip', () => {
  it('has the packed bytes of a part, how they are packed and how large they say they are, before any is unpacked', async () => {
    const zip = new JSZip()
    zip.file('word/document.xml', 'a'.repeat(10_000))
    const read = await JSZip.loadAsync(await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' }))
    const part = (read.file('word/document.xml') as unknown as { _data: Record<string, unknown> })._data
    expect(part.uncompressedSize).toBe(10_000)
    expect((part.compressedContent as Uint8Array).length).toBeLessThan(100)
    expect(part.compression).toMatchObject({ magic: expect.any(String) as string })
  })
})
