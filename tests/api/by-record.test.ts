import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { minor } from '../../core/money/money'
import type { PricedLine } from '../../core/pricing/pricing'
import { type Caller, signedIn } from '../support/caller'
import { agreedJob, inDays, jobOf, makeJob, priced } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const towels = (over: Partial<PricedLine> = {}) =>
  priced({
    key: 'towels',
    description: 'Towels',
    unit: 'each',
    unitPrice: minor(300),
    quantity: '1',
    per: 'person',
    ...over,
  })
const stoker = priced({ key: 'stoker', description: 'Stoker', unit: 'hours', unitPrice: minor(2_000), per: 'hour' })
const DAY = inDays(30)
const at = { starts: `${DAY}T16:00`, ends: `${DAY}T19:30`, people: 24 }
const quantities = async (id: string) => (await jobOf(owner, id)).lines.map((l) => [l.key, l.quantity])
const set = async (id: string, facts: object) =>
  owner.must('PATCH', `/api/jobs/${id}`, { version: (await jobOf(owner, id)).version, set: facts })

describe('lines that go by the record', () => {
  it('have as many as it says, also when it changes, and the thread says what that makes', async () => {
    const { id } = await makeJob(owner, { ...at, lines: [towels(), stoker, priced({ key: 'wood' })] })
    expect(await quantities(id)).toEqual([
      ['towels', '24'],
      ['stoker', '3.5'],
      ['wood', '1'],
    ])
    await set(id, { people: 30, ends: `${DAY}T20:00` })
    expect((await quantities(id)).slice(0, 2)).toEqual([
      ['towels', '30'],
      ['stoker', '4'],
    ])
    const { thread, lines } = await jobOf(owner, id)
    expect(thread.some((t) => /^Priced lines changed: £.* → £/.test(t.words))).toBe(true)
    // A number that is typed stands by itself again; nothing said of people leaves it.
    await owner.must('PUT', `/api/jobs/${id}/lines`, {
      version: (await jobOf(owner, id)).version,
      lines: lines.map((l) => (l.key === 'towels' ? { ...l, quantity: '12', per: null } : l)),
      discount: null,
    })
    await set(id, { people: null, ends: null })
    expect((await quantities(id)).slice(0, 2)).toEqual([
      ['towels', '12'],
      ['stoker', '4'],
    ])
    const bad = { version: (await jobOf(owner, id)).version, lines: [towels({ per: 'moon' as never })], discount: null }
    expect((await owner.call('PUT', `/api/jobs/${id}/lines`, bad)).status).toBe(422)
  })

  it('stay as they were agreed, whatever the record says after', async () => {
    const { id } = await agreedJob(owner, { ...at, lines: [towels()] })
    await set(id, { people: 40 })
    expect(await quantities(id)).toEqual([['towels', '24']])
  })
})
