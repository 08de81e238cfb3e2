import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FactRule } from '../../core/facts/facts'
import type { LibraryView } from '../../shared/library'
import { type Caller, signedIn } from '../support/caller'
import { jobOf, makeJob, makePaper, paperOf } from '../support/line'
import { TestServer } from '../support/server'

let server: TestServer, owner: Caller
beforeAll(async () => {
  server = await TestServer.start()
  owner = await signedIn(server)
})
afterAll(() => server.stop())

const library = () => owner.must<LibraryView>('GET', '/api/library')
const kindOf = async (id: string) => (await library()).kinds.find((k) => k.id === id)!
const factOf = async (key: string): Promise<FactRule> =>
  (await kindOf('garden')).settings.facts.find((f) => f.key === key)!
const change = async (id: string, facts: Record<string, string>) => {
  const { version } = await jobOf(owner, id)
  return owner.call('PATCH', `/api/jobs/${id}`, { version, set: { facts } })
}

describe('a further fact of a job', () => {
  it.each([
    ['gate', 'wide enough'],
    ['gate', '2,6'],
    ['power', 'wind'],
    ['fireKeeper', 'Jonah Reed'],
  ])('%s refuses %j in words beside it, and keeps what was there', async (key, wrong) => {
    const { id } = await makeJob(owner, { facts: { gate: '2.6' } })
    const answer = await change(id, { gate: '3', [key]: wrong })
    expect(answer).toMatchObject({ status: 422, body: { fields: { [`facts.${key}`]: expect.any(String) } } })
    expect((await jobOf(owner, id)).facts.gate).toBe('2.6')
    const made = await owner.call('POST', '/api/jobs', { kindId: 'garden', facts: { [key]: wrong } })
    expect(made.status).toBe(422)
  })
  it('is told by its name and as what it is; a number beyond its limit is kept and said so where news are', async () => {
    const keeper = (await factOf('fireKeeper')).people!.find((p) => p.name === 'Jonah Reed')!
    const { id } = await makeJob(owner, { facts: { gate: '2.6' } })
    expect((await change(id, { gate: '2.1', fireKeeper: keeper.id, power: 'Mains' })).status).toBe(200)
    const { thread } = await jobOf(owner, id)
    const words = thread.map((t) => t.words).join('\n')
    expect(words).toContain('Gate width 2.6 m → 2.1 m, which is less than 2.4 m')
    expect(words).toContain('Fire-keeper nothing → Jonah Reed')
    const today = await owner.must<{ happened: { words: string }[] }>('GET', '/api/today')
    expect(JSON.stringify(today)).toContain('less than 2.4 m')
  })
  it('fills papers as what it is: a number with its unit, a person by name', async () => {
    const { id } = await makeJob(owner, { facts: { gate: '2.7' } })
    const contract = await makePaper(owner, id, 'contract')
    const paper = await paperOf(owner, contract)
    expect(JSON.stringify(paper)).toContain('2.7 m')
  })
  it('whose rule changes keeps what jobs say, until it is changed there', async () => {
    const { settings, name } = await kindOf('retreat')
    const { id } = await makeJob(owner, { kindId: 'retreat', facts: { meals: 'three a day' } })
    const facts = [{ key: 'meals', label: 'Meals', unit: '', type: 'number' }]
    await owner.must('PUT', '/api/kinds/retreat', { name, settings: { ...settings, facts } })
    const { version, facts: there } = await jobOf(owner, id)
    expect(there.meals).toBe('three a day')
    await owner.must('PATCH', `/api/jobs/${id}`, {
      version,
      set: { place: 'The barn', facts: { meals: 'three a day' } },
    })
    expect((await change(id, { meals: 'four' })).status).toBe(422)
    expect((await change(id, { meals: '3' })).status).toBe(200)
    await owner.must('PUT', '/api/kinds/retreat', { name, settings })
  })
})

describe('what is kept when a job is called off', () => {
  it('is set with the kind; jobs keep what they were made with', async () => {
    const { settings, name } = await kindOf('session')
    const steps = [{ within: 3, keep: { percent: '40' } }]
    await owner.must('PUT', '/api/kinds/session', {
      name,
      settings: { ...settings, plan: { ...settings.plan, calledOff: steps } },
    })
    const { id } = await makeJob(owner, { kindId: 'session' })
    await owner.must('PUT', '/api/kinds/session', { name, settings })
    const planOf = async (job: string) =>
      JSON.parse((await server.rows('select plan from jobs where id = ?', [job]))[0]!.plan as string)
    expect((await planOf(id)).calledOff).toEqual(steps)
    expect((await planOf((await makeJob(owner, { kindId: 'session' })).id)).calledOff).toBeUndefined()
  })
  it.each([[{ within: -1, keep: 'first' }], [{ within: 3, keep: { percent: '101' } }], [{ within: 3, keep: 'all' }]])(
    'refuses %j',
    async (step) => {
      const { settings, name } = await kindOf('session')
      const plan = { ...settings.plan, calledOff: [step] }
      const answer = await owner.call('PUT', '/api/kinds/session', { name, settings: { ...settings, plan } })
      expect(answer.status).toBe(422)
    },
  )
})
