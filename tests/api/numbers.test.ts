import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { BusinessView } from '../../shared/out/settings'
import { type Caller, signedIn } from '../support/caller'
import { makeJob, makePaper, paperOf } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const year = new Date().getFullYear()
const next = async () => (await owner.must<BusinessView>('GET', '/api/business')).numbers.quotes.next
const numberOf = async (id: string) =>
  String((await server.rows('select number n from papers where id = ?', [id]))[0]?.n)
const quote = async () => makePaper(owner, (await makeJob(owner)).id, 'quote')

describe('numbers of quotes', () => {
  it('run on without a gap, however many are made at once, and print where a template says so', async () => {
    const first = await next()
    const made = await Promise.all(Array.from({ length: 6 }, () => quote()))
    const numbers = await Promise.all(made.map(numberOf))
    expect(numbers.sort()).toEqual(made.map((_, i) => `Q-${year}-${String(first + i).padStart(4, '0')}`))
    expect(JSON.stringify(await paperOf(owner, made[0]!))).toContain(await numberOf(made[0]!))
  })
  it('come back with the last draft that is thrown away, and with no other', async () => {
    const [one, two] = [await quote(), await quote()]
    const after = await next()
    await owner.must('DELETE', `/api/papers/${one}`)
    expect(await next()).toBe(after)
    await owner.must('DELETE', `/api/papers/${two}`)
    expect(await next()).toBe(after - 1)
  })
  it('follow another pattern from the next one on, each in a row of its own; other papers have none', async () => {
    await owner.must('PUT', '/api/business/numbers', { of: 'quotes', pattern: 'OFFER {n}', next: 500 })
    expect(await numberOf(await quote())).toBe('OFFER 500')
    expect((await owner.must<BusinessView>('GET', '/api/business')).numbers.invoices.pattern).toBe('{year}-{n:4}')
    expect(await numberOf(await makePaper(owner, (await makeJob(owner)).id, 'contract'))).toBe('')
    const back = { of: 'quotes', pattern: 'OFFER {n}', next: 499 }
    expect((await owner.call('PUT', '/api/business/numbers', back)).status).toBe(422)
  })
})
