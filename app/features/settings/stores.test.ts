import { describe, expect, it } from 'vitest'
import { freshStores } from '../../../tests/support/stores'
import { useBusiness, useMembers, useSteps } from './useSettings'

describe('what the business has set', () => {
  it('is read anew once a part of it is kept, and so is what every screen knows of it', async () => {
    const home = { name: 'before' }
    const { inPage, asked } = freshStores({
      'GET /api/business': () => ({ facts: { ...home } }),
      'PUT /api/business/facts': ({ body }) => (Object.assign(home, body as object), {}),
      'GET /api/session': () => ({ member: null, handover: false, business: null, standins: [] }),
    })
    const business = useBusiness()
    inPage(() => business.follow())
    await business.load()
    await business.keep('facts', { name: 'after' })
    expect(business.data?.facts.name).toBe('after')
    expect(asked.map((a) => `${a.method} ${a.path}`)).toContain('GET /api/session')
  })
  it('members are invited, changed and taken out, each time read anew', async () => {
    const there = [{ id: 'a', name: 'Ada' }]
    const { inPage, sent } = freshStores({
      'GET /api/members': () => ({ members: [...there] }),
      'POST /api/members': ({ body }) => (there.push({ id: 'b', ...(body as { name: string }) }), { id: 'b' }),
      'POST /api/members/b/invite': () => ({}),
      'PATCH /api/members/b': ({ body }) => (Object.assign(there[1]!, body as object), {}),
      'DELETE /api/members/b?to=a': () => (there.pop(), {}),
    })
    const members = useMembers()
    inPage(() => members.follow())
    await members.load()
    await members.invite({ name: 'Jonas' })
    await members.again('b')
    await members.change('b', { name: 'Jonas Weil' })
    expect(members.data?.members.map((m) => m.name)).toEqual(['Ada', 'Jonas Weil'])
    await members.remove('b', 'a')
    expect(members.data?.members).toHaveLength(1)
    expect(sent('POST').map((a) => a.path)).toEqual(['/api/members', '/api/members/b/invite'])
  })
  it('a first step that is put away is gone', async () => {
    let steps = [{ key: 'mail', words: '', to: '', done: false }]
    const { inPage } = freshStores({
      'GET /api/business/steps': () => ({ steps }),
      'PUT /api/business/steps': ({ body }) => (
        (steps = steps.filter((s) => s.key !== (body as { step: string }).step)),
        {}
      ),
    })
    const first = useSteps()
    inPage(() => first.follow())
    await first.load()
    expect(first.data?.steps).toHaveLength(1)
    await first.putAway('mail')
    expect(first.data?.steps).toEqual([])
  })
})
