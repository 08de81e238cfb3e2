import { describe, expect, it } from 'vitest'
import { freshStores, refusal } from '../../tests/support/stores'
import { api, ownChanges } from './api'

describe('a change on its way', () => {
  it('is waited for until it is answered and what it returned is shown, refused or not', async () => {
    let answer: (said: unknown) => void = () => {}
    freshStores({
      'PATCH /job': () => new Promise((resolve) => (answer = resolve)),
      'DELETE /job': () => Promise.reject(refusal(409, 'stale', 'Somebody was ahead.')),
    })
    const shown: string[] = []
    const change = api<{ as: string }>('/job', { method: 'PATCH', body: {} }).then(({ as }) => shown.push(as))
    const waited = ownChanges(5000).then(() => shown.push('news'))
    const refused = api('/job', { method: 'DELETE' }).catch(() => shown.push('refused'))
    await refused
    answer({ as: 'changed' })
    await Promise.all([change, waited])
    expect(shown).toEqual(['refused', 'changed', 'news'])
    await ownChanges(5000)
  })

  it('is not waited for beyond the time that was given, and reading is no change', async () => {
    freshStores({ 'PUT /slow': () => new Promise(() => {}), 'GET /slow': () => new Promise(() => {}) })
    void api('/slow')
    await ownChanges(60_000)
    void api('/slow', { method: 'PUT', body: {} })
    await ownChanges(20)
  })
})
