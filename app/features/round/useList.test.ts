import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useList } from './useList'

const bo = { n: 2, name: 'Bo', email: 'nowhere', phone: '', problem: '“nowhere” is not an e-mail address.' }
const list = (failed: unknown[]) => ({ id: 'l', jobId: 'j', title: 'Waiver', total: 2, sent: 1, waiting: 0, failed })

describe('what of a list could not be sent', () => {
  it('is put right row by row, and is gone from the list once it went out', async () => {
    let failed = [bo]
    const { inPage, asked } = freshStores({
      'GET /api/lists/l': () => list(failed),
      'POST /api/lists/l/retry': () => ((failed = []), {}),
    })
    const sending = useList()
    await inPage(() => sending.open('l'))
    sending.mending = { ...sending.list!.failed[0]!, email: 'bo@clients.example' }
    await sending.again(sending.mended())
    expect(asked.find((a) => a.method === 'POST')!.body).toEqual({
      rows: [{ n: 2, to: { name: 'Bo', email: 'bo@clients.example', phone: '' } }],
    })
    expect([sending.list!.failed, sending.mending]).toEqual([[], null])
  })

  it('is tried again as it is, where nothing was put right; a refusal leaves what was typed', async () => {
    const { inPage, asked } = freshStores({
      'GET /api/lists/l': () => list([bo]),
      'POST /api/lists/l/retry': () => ({}),
    })
    const sending = useList()
    await inPage(() => sending.open('l'))
    expect(sending.mended()).toEqual({ rows: [] })
    await sending.again()
    expect(asked.find((a) => a.method === 'POST')!.body).toEqual({ rows: [] })

    const refused = freshStores({ 'GET /api/lists/l': () => list([bo]) })
    const other = useList()
    await refused.inPage(() => other.open('l'))
    other.mending = { ...bo, email: 'still wrong' }
    await expect(other.again(other.mended())).rejects.toThrow()
    expect(other.mending.email).toBe('still wrong')
  })
})
