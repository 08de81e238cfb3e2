import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { type PlanPerson, planPerson } from '~~/core/rounds/plan'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useNotices } from '../../composables/notices'
import { useRound } from './useRound'

const person = (key: string, more: Partial<PlanPerson> = {}) =>
  planPerson.parse({ key, name: key, turn: 1, part: 'sign', ...more })

/** A round of two, before a server that counts its versions. */
async function prepared() {
  const held = {
    version: 1,
    plan: {
      people: [
        person('ines', { stands: [{ paper: 'p', party: 'client' }] }),
        person('maren', { turn: 2, memberId: 'm', stands: [{ paper: 'p', party: 'business' }] }),
      ],
      papers: ['p'],
      subject: 'Yours',
    },
    papers: [{ id: 'p', title: 'Quote', kind: 'quote', words: 10, parties: [] }],
    problems: [] as string[],
  }
  const gate = { holds: null as Promise<void> | null }
  const server = freshStores({
    'GET /api/papers/p/plan': () => held,
    'PUT /api/papers/p/plan': async ({ body }) => {
      const { plan, version } = body as typeof held
      await gate.holds
      if (version !== held.version) throw refusal(409, 'stale', 'Somebody was ahead of you.')
      held.version += 1
      held.plan = { ...plan }
      held.problems = ['looked over']
      return held
    },
  })
  const round = useRound()
  await round.open('p')
  return { round, held, gate, ...server }
}

describe('the round being prepared', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())
  const rest = () => vi.advanceTimersByTimeAsync(600)

  it('begins with whoever signs first and isn’t of the house', async () => {
    const { round } = await prepared()
    expect(round.chosen).toBe('ines')
    expect(round.person!.name).toBe('ines')
  })

  it('changes on the screen at once, and is kept once a moment later', async () => {
    const { round, sent, held } = await prepared()
    round.change({ subject: 'A' })
    round.change({ subject: 'B' })
    expect([round.plan.subject, round.saved, round.waits()]).toEqual(['B', 'saving', true])
    await rest()
    expect(sent('PUT')).toHaveLength(1)
    expect([held.plan.subject, round.saved]).toEqual(['B', 'saved'])
    expect(round.view.problems).toEqual(['looked over'])
  })

  it('keeps what was changed while the last change was on its way', async () => {
    const { round, gate, held } = await prepared()
    let free = () => {}
    gate.holds = new Promise((resolve) => (free = resolve))
    round.change({ subject: 'first' })
    await rest()
    round.change({ subject: 'second' })
    free()
    gate.holds = null
    await rest()
    expect([round.plan.subject, held.plan.subject]).toEqual(['second', 'second'])
  })

  it('shows what is there when another window was ahead, and says so', async () => {
    const { round, held } = await prepared()
    held.version = 7
    held.plan = { ...held.plan, subject: 'theirs' }
    round.change({ subject: 'mine' })
    await rest()
    expect([round.plan.subject, round.saved]).toEqual(['theirs', 'saved'])
    expect(useNotices().now!.words).toBe('Somebody was ahead of you.')
    await expect(round.flush()).resolves.toBeUndefined()
  })

  it('says that it could not be kept, to whoever is about to send it', async () => {
    const { round, answers } = await prepared()
    answers['PUT /api/papers/p/plan'] = () => {
      throw refusal(403, 'forbidden', 'Not yours.')
    }
    round.change({ subject: 'x' })
    await expect(round.flush()).rejects.toThrow('could not be kept')
  })

  it('adds somebody for a copy in a turn of their own, and takes them out again with a way back', async () => {
    const { round } = await prepared()
    round.addContact({
      id: 'c',
      name: 'Petra',
      email: '',
      phone: '',
      address: '',
      kind: 'person',
      born: null,
      language: null,
      taxNumber: '',
      lateHold: false,
    })
    expect(round.person).toMatchObject({ name: 'Petra', part: 'copy', contactId: 'c', reach: 'link' })
    round.remove(round.chosen!)
    expect(round.plan.people.map((p) => p.name)).toEqual(['ines', 'maren'])
    await useNotices().now!.undo!()
    expect(round.plan.people.map((p) => p.name)).toContain('Petra')
  })

  it('lets nobody witness who left', async () => {
    const { round } = await prepared()
    round.add({ name: 'Wren', part: 'witness', of: 'ines' })
    round.remove('ines')
    expect(round.plan.people.find((p) => p.name === 'Wren')!.of).toBeNull()
  })

  it('has one person stand for a party of a paper', async () => {
    const { round } = await prepared()
    expect(round.standing('p', 'client')).toBe('ines')
    round.stand('p', 'client', 'maren')
    expect(round.standing('p', 'client')).toBe('maren')
    round.stand('p', 'client', null)
    expect(round.standing('p', 'client')).toBeNull()
  })

  it('moves somebody to another turn, and changes one person alone', async () => {
    const { round } = await prepared()
    round.move('maren', 1, true)
    expect(round.plan.people.find((p) => p.key === 'maren')!.turn).toBe(1)
    round.setPerson('ines', { email: 'ines@marlow.example' })
    expect(round.plan.people.map((p) => p.email)).toContain('ines@marlow.example')
    expect(round.plan.people.find((p) => p.key === 'maren')!.email).toBe('')
  })

  it('is not overwritten by a look at the server while a change waits', async () => {
    const { round } = await prepared()
    round.change({ subject: 'mine' })
    await round.load()
    expect(round.plan.subject).toBe('mine')
    await rest()
    await round.load()
    expect(round.plan.subject).toBe('mine')
  })
})
