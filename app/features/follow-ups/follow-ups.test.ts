import { describe, expect, it } from 'vitest'
import { deeds, occurrenceKinds } from '~~/core/follow-ups/model'
import { act } from '~~/shared/follow-ups'
import type { FollowUpsView } from '~~/shared/out/follow-ups'
import { freshStores } from '../../../tests/support/stores'
import { DEED_WORDS, WHEN_WORDS, kindsFor, newAct, subjectOf, subjectsOf, triggerOf } from './sentence'
import { blank, useFollowUps, useRuns } from './useFollowUps'

const CHOICES: FollowUpsView['choices'] = {
  facts: [],
  kinds: [{ value: 'garden', label: 'Garden weekend' }],
  templates: [{ value: 'hire', label: 'Hire agreement', kind: 'contract' }],
  members: [],
  systems: [{ value: 's', label: 'The board', kind: 'hook' }],
  stages: [{ value: 'deposit', label: 'the deposit' }],
  tags: ['regular'],
  jobFacts: [{ value: 'place', label: 'the place' }],
  personFacts: [],
  values: [],
}

describe('the sentence of a follow-up', () => {
  it('says of whatever is chosen what may occur to it, and back again', () => {
    for (const { value } of subjectsOf(CHOICES)) {
      const kinds = kindsFor(value)
      expect(kinds.length, value).toBeGreaterThan(0)
      for (const kind of kinds) {
        const trigger = triggerOf(value, kind, 3)
        expect(trigger.kind).toBe(kind)
        expect(subjectOf(trigger), `${value} ${kind}`).toBe(value)
      }
    }
  })
  it('names everything that may occur, and takes what still fits when the subject changes', () => {
    expect(Object.keys(WHEN_WORDS).sort()).toEqual([...occurrenceKinds].sort())
    expect(triggerOf('paper waiver', 'signed-all', 0)).toEqual({ kind: 'signed-all', of: 'waiver', days: 0 })
    expect(triggerOf('quote ', 'signed-all', 0)).toEqual({ kind: 'signed-all', of: 'quote', days: 0 })
    expect(triggerOf('job ', 'signed-all', 0).kind).toBe('made')
    expect(triggerOf('quote ', 'here', 0)).toEqual({ kind: 'accepted', of: '', days: 0 })
    expect(triggerOf('quote ', 'unanswered', 9)).toEqual({ kind: 'unanswered', of: '', days: 9 })
  })
  it('begins every deed with what the server takes but for the words that are still to be written', () => {
    expect(Object.keys(DEED_WORDS).sort()).toEqual([...deeds].sort())
    const unwritten = deeds.filter((d) => !act.safeParse(newAct(d, CHOICES)).success)
    expect(unwritten).toEqual(['message', 'tag', 'task'])
  })
})

describe('follow-ups', () => {
  it('are tried as they are written, the last answer counting; kept, switched and taken away, each time read anew', async () => {
    const rows: { id: string; on: boolean }[] = []
    let slow: (() => void) | null = null
    const { inPage } = freshStores({
      'GET /api/follow-ups': () => ({ rows: rows.map((r) => ({ ...r })) }),
      'POST /api/follow-ups': () => (rows.push({ id: 'a', on: true }), { id: 'a' }),
      'PUT /api/follow-ups/a': () => ({ version: 2 }),
      'PUT /api/follow-ups/a/on': ({ body }) => (Object.assign(rows[0]!, body as object), {}),
      'DELETE /api/follow-ups/a': () => (rows.pop(), {}),
      'POST /api/follow-ups/try': async ({ body }) => {
        const { title } = body as { title: string }
        if (title === 'slow') await new Promise<void>((r) => (slow = r))
        return { sentence: title }
      },
    })
    const store = useFollowUps()
    inPage(() => store.follow())
    await store.load()
    expect(await store.keep('', blank(), 0)).toBe('a')
    expect(store.byId('a')).toEqual({ id: 'a', on: true })
    await store.switchOn('a', false)
    expect(store.byId('a')!.on).toBe(false)
    const first = store.tryIt('', { ...blank(), title: 'slow' })
    await store.tryIt('', { ...blank(), title: 'fast' })
    slow!()
    await first
    expect(store.tried!.sentence).toBe('fast')
    await store.keep('a', blank(), 1)
    await store.remove('a')
    expect(store.byId('a')).toBeUndefined()
  })
  it('did things that are done again, stopped and undone by their step, whatever signs are in it', async () => {
    const did: unknown[] = []
    const { inPage } = freshStores({
      'GET /api/follow-ups/runs?job=j': () => ({ rows: [{ id: 'r' }], next: null, timeZone: 'UTC' }),
      'POST /api/follow-ups/steps/a%20b%3A1%200': ({ body }) => (did.push(body), {}),
    })
    const runs = useRuns()
    runs.of = { job: 'j' }
    inPage(() => runs.follow())
    await runs.load()
    await runs.act('a b:1 0', 'undo')
    expect(did).toEqual([{ do: 'undo' }])
  })
})
