import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import type { FieldSpec } from '~~/core/document/field'
import type { SignerView } from '~~/shared/signer'
import { EMPTY_DRAFT } from '~~/shared/draft'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useDraft } from './draft'

const field = (key: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  key,
  type: 'text',
  party: 'client',
  label: key,
  required: true,
  ...more,
})
function filling(fields: FieldSpec[] = [field('name', { type: 'name' }), field('town')]) {
  const held = { version: 1, draft: structuredClone(EMPTY_DRAFT), state: 'open' }
  const server = freshStores({
    'PUT /api/sign/t': ({ body }) => {
      const { draft, basedOn } = body as { draft: typeof held.draft; basedOn: number }
      if (basedOn !== held.version)
        throw refusal(409, 'stale', 'Your phone was ahead.', { draft: held.draft, version: held.version })
      held.draft = draft
      return { version: (held.version += 1) }
    },
    'GET /api/sign/t': () => ({ ...held }),
    'POST /api/sign/t/attachment*': () => ({ value: 'sha:photo.jpg' }),
  })
  const view = ref({
    version: 1,
    draft: structuredClone(EMPTY_DRAFT),
    person: { name: 'Ines Marlow', party: 'client', fields },
    papers: [],
    today: '2026-06-01',
    around: { fields: [], values: {} },
    chosen: null,
  } as unknown as SignerView)
  const over = vi.fn()
  return { state: useDraft('t', view, over), held, over, ...server }
}

describe('what a signer fills', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())
  const rest = () => vi.advanceTimersByTimeAsync(500)

  it('has their name in it, which they may write otherwise', async () => {
    const { state } = filling()
    expect(state.draft.value.values).toEqual({ name: 'Ines Marlow' })
    expect(state.problems.value.map((p) => p.key)).toEqual(['town'])
    state.draft.value.values.name = 'I. Marlow'
    await rest()
    expect(state.draft.value.values.name).toBe('I. Marlow')
  })

  it('is kept as they go, and nothing is left when all is filled', async () => {
    const { state, held } = filling()
    state.draft.value.values.town = 'Sedge'
    await nextTick()
    expect(state.saved.value).toBe('saving')
    await rest()
    expect([held.draft.values.town, state.version.value, state.saved.value]).toEqual(['Sedge', 2, 'saved'])
    expect(state.problems.value).toEqual([])
  })

  it('is held against an owner’s pattern once what matches it has come', async () => {
    const format = { kind: 'pattern', pattern: '[A-Z]{2}\\d{3}', example: 'LM042' } as const
    const { state } = filling([field('badge', { format })])
    state.draft.value.values.badge = 'LM42'
    vi.useRealTimers()
    await vi.waitFor(() => expect(state.problems.value.map((p) => p.code)).toEqual(['format']))
    state.draft.value.values.badge = 'LM042'
    expect(state.problems.value).toEqual([])
  })

  it('shows what another device of theirs was ahead with, says so, and doesn’t send it back', async () => {
    const { state, held, sent } = filling()
    held.version = 4
    held.draft.values.town = 'Elsewhere'
    state.draft.value.values.town = 'Sedge'
    await rest()
    expect([state.draft.value.values.town, state.told.value]).toEqual(['Elsewhere', 'Your phone was ahead.'])
    expect([state.version.value, state.saved.value]).toEqual([4, 'saved'])
    await rest()
    expect(sent('PUT')).toHaveLength(1)
  })

  it('is over when it was done on another device', async () => {
    const { state, answers, over } = filling()
    answers['PUT /api/sign/t'] = () => {
      throw refusal(409, 'conflict', 'You have signed already.', { reason: 'already-done' })
    }
    state.draft.value.values.town = 'Sedge'
    await rest()
    expect(over).toHaveBeenCalledOnce()
  })

  it('catches up with what was filled elsewhere, but not over what is being typed', async () => {
    const { state, held, over } = filling()
    held.version = 2
    held.draft.values.town = 'Elsewhere'
    await state.catchUp()
    expect(state.draft.value.values).toEqual({ name: 'Ines Marlow', town: 'Elsewhere' })
    state.draft.value.values.town = 'Sedge'
    await nextTick()
    await state.catchUp()
    expect(state.draft.value.values.town).toBe('Sedge')
    await rest()
    held.state = 'done'
    held.version = 9
    await state.catchUp()
    expect(over).toHaveBeenCalledOnce()
  })

  it('puts one signature in all places, or another in one', () => {
    const fields = [field('a', { type: 'signature' }), field('b', { type: 'signature' })]
    const { state } = filling(fields)
    const mark = (text: string) => ({ kind: 'typed', text }) as never
    state.setMark(fields[0]!, mark('one'), 'one')
    expect([state.markOf(fields[0]!), state.markOf(fields[1]!)]).toEqual([mark('one'), null])
    state.setMark(fields[1]!, mark('all'), 'all')
    expect([state.markOf(fields[0]!), state.markOf(fields[1]!)]).toEqual([mark('all'), mark('all')])
  })

  it('stands a file in its field by what the server calls it', async () => {
    const { state, sent } = filling([field('licence', { type: 'attachment' })])
    await state.attach('licence', new File(['x'], 'my photo.jpg'))
    expect(state.draft.value.values.licence).toBe('sha:photo.jpg')
    expect(sent('POST')[0]!.path).toBe('/api/sign/t/attachment?key=licence&name=my+photo.jpg')
  })

  it('asks only for what the rules ask for', async () => {
    const fields = [
      field('where', { type: 'choice', options: ['Home', 'Away'], required: true }),
      field('town', { show: { all: [{ key: 'where', is: 'equals', value: 'Away' }] } as never }),
    ]
    const { state } = filling(fields)
    expect(state.isAsked(fields[1]!)).toBe(false)
  })
})
