import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Mark } from '~~/core/marking/model'
import { freshStores, refusal } from '../../../tests/support/stores'
import { useMarking } from './useMarking'

const reading = vi.hoisted(() => ({ tell: (_: unknown): void => {}, left: 0, stopped: 0 }))
vi.mock('./finder', () => ({
  readBlanks: (_sha: string, tell: (a: unknown) => void) => {
    reading.tell = tell
    return () => void (reading.left += 1)
  },
  stopReading: () => void (reading.stopped += 1),
}))

const mark = (id: string, y: number, more: Partial<Mark> = {}): Mark => ({
  id,
  page: 1,
  x: 100,
  y,
  w: 200,
  h: 16,
  state: 'proposed',
  from: 'found',
  field: { key: id, type: 'text', party: 'client', label: id, required: true },
  why: '',
  confidence: 0.9,
  ...more,
})
async function onTable(marks: Mark[] = [mark('b', 200), mark('a', 100)], state = 'draft') {
  const held = {
    revision: 1,
    state,
    title: 'A form',
    parties: [
      { key: 'client', label: 'Client' },
      { key: 'business', label: 'Business' },
    ],
    context: { values: {}, lists: {} },
    preflight: [] as string[],
    marked: {
      sha: 'x',
      pages: [
        { w: 595, h: 842 },
        { w: 595, h: 842 },
      ],
      marks,
      strikes: [],
      read: 1,
    },
  }
  const server = freshStores({
    'GET /api/papers/p/marking': () => held,
    'PUT /api/papers/p/marking': ({ body }) => {
      const { revision, marks } = body as { revision: number; marks: Mark[] }
      if (revision !== held.revision) throw refusal(409, 'stale', 'Another window was ahead.')
      held.revision += 1
      held.marked.marks = marks
      return { revision: held.revision, preflight: ['looked over'] }
    },
    'POST /api/papers/p/marking/pages': () => ((held.revision += 1), { moved: 1 }),
  })
  const table = useMarking()
  await table.open('paper', 'p')
  return { table, held, ...server }
}
const idsOf = (list: readonly Mark[]) => list.map((m) => m.id)

describe('the marking table', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())
  const rest = () => vi.advanceTimersByTimeAsync(600)

  it('has its marks in the order they are read', async () => {
    const { table } = await onTable()
    expect(idsOf(table.ordered)).toEqual(['a', 'b'])
    expect(idsOf(table.proposed)).toEqual(['a', 'b'])
    expect(table.number('business')).toBe(2)
  })

  it('keeps a change a moment later, and takes over what the server worked out', async () => {
    const { table, held, sent } = await onTable()
    table.accept(['a'])
    table.accept(['b'])
    await rest()
    expect(sent('PUT')).toHaveLength(1)
    expect(held.marked.marks.every((m) => m.state === 'settled')).toBe(true)
    expect([table.saved, table.view.preflight]).toEqual(['saved', ['looked over']])
  })

  it('takes a change back and makes it again', async () => {
    const { table } = await onTable()
    table.choose('a')
    table.setType('date')
    table.setParty(2)
    expect(table.current!.field).toMatchObject({ type: 'date', party: 'business' })
    table.undo()
    expect(table.current!.field).toMatchObject({ type: 'date', party: 'client' })
    table.undo()
    expect([table.current!.field.type, table.canUndo]).toEqual(['text', false])
    table.redo()
    expect(table.current!.field.type).toBe('date')
  })

  it('moves from one to the next, or to the next that is open', async () => {
    const { table } = await onTable([mark('a', 100), mark('b', 200, { state: 'settled' }), mark('c', 300)])
    table.choose('a')
    table.moveOn(1)
    expect(table.chosen).toEqual(['b'])
    table.choose('a')
    table.moveOn(1, true)
    expect(table.chosen).toEqual(['c'])
    table.choose('b', true)
    expect(table.chosen).toEqual(['c', 'b'])
    table.choose('c', true)
    table.choose(null)
    expect([table.chosen, table.current]).toEqual([[], null])
  })

  it('settles everything of the kind and party of the current one', async () => {
    const date = { field: { ...mark('x', 0).field, type: 'date' as const } }
    const { table } = await onTable([mark('a', 100), mark('b', 200), mark('c', 300, date)])
    table.choose('a')
    table.acceptLike()
    expect(idsOf(table.proposed)).toEqual(['c'])
  })

  it('draws a box within its page, named by the words at its left', async () => {
    const { table } = await onTable([])
    table.text = new Map([[1, { pieces: [{ text: 'Phone: ____', x: 40, y: 100, w: 50, h: 12 }] } as never]])
    const id = table.draw(1, { x: 580, y: 100, w: 100, h: 14 })
    const drawn = table.marks.find((m) => m.id === id)!
    expect(drawn.x + drawn.w).toBeLessThanOrEqual(595)
    expect(drawn.field.label).toBe('Phone')
    expect(table.chosen).toEqual([id])
    table.dismiss([id])
    expect(table.marks).toEqual([])
  })

  it('sets place, size and words, nudges and repeats, each as one step', async () => {
    const { table } = await onTable([mark('a', 100)])
    table.choose('a')
    table.setPlace('a', { x: 50 })
    table.setSize(['a'], 9)
    table.setWords('a', { kind: 'own', text: 'Sedge' } as never)
    table.nudge(0, 5, false)
    table.nudge(10, 0, true)
    expect(table.current).toMatchObject({ x: 50, size: 9, y: 105, w: 210 })
    table.repeat([2])
    expect(table.marks.map((m) => m.page)).toEqual([1, 2])
    table.copyTo('business', 'beneath')
    expect(table.chosen).not.toContain('a')
    expect(table.current!.field.party).toBe('business')
    table.setField(['a'], { required: false })
    table.choose('a')
    expect(table.current!.field.required).toBe(false)
  })

  it('chooses all fields of one party, on all pages, and copies them in one act', async () => {
    const { table } = await onTable([
      mark('a', 100),
      mark('b', 130, { page: 2 }),
      mark('c', 130, { field: { key: 'c', type: 'text', party: 'business', label: 'c', required: true } }),
    ])
    table.choose('b')
    table.chooseParty()
    expect(table.chosen).toEqual(['b', 'a'])
    table.copyTo('guest', 'beneath')
    expect(
      table.marks
        .filter((m) => m.field.party === 'guest')
        .map((m) => m.page)
        .sort(),
    ).toEqual([1, 2])
    table.undo()
    expect(table.marks).toHaveLength(3)
  })

  it('strikes printed words, and lines marks up', async () => {
    const { table } = await onTable([mark('a', 100), mark('b', 130, { x: 120 })])
    table.strikeOut({ page: 1, x: 1, y: 1, w: 10, h: 10, instead: '', note: 'no' } as never)
    expect(table.strikes).toHaveLength(1)
    table.choose('a')
    table.choose('b', true)
    table.setOut('left')
    expect(new Set(table.marks.map((m) => m.x)).size).toBe(1)
  })

  it('adds what the finder finds, past which undo goes', async () => {
    const { table } = await onTable([mark('a', 100)])
    table.marks = []
    table.read = 0
    table.find()
    expect(table.finding).toEqual({ page: 0, pages: 2 })
    const blank = {
      page: 1,
      x: 100,
      y: 300,
      w: 200,
      h: 14,
      type: 'date',
      label: 'Date',
      party: 'Client',
      confidence: 0.9,
    }
    reading.tell({
      page: 1,
      pages: 2,
      text: { pieces: [] },
      blanks: [{ ...blank, why: '', required: true, known: null, hint: '' }],
      language: 'de',
      scan: 'read',
    })
    expect([...table.scans]).toEqual([[1, 'read']])
    expect([table.read, table.finding, table.language()]).toEqual([1, { page: 1, pages: 2 }, 'de'])
    expect(table.marks).toHaveLength(1)
    expect(table.canUndo).toBe(false)
    // What is only perhaps a blank is shown, and waits for nobody.
    reading.tell({
      page: 2,
      pages: 2,
      text: { pieces: [] },
      blanks: [{ ...blank, page: 2, confidence: 0.5, why: '', required: true, known: null, hint: '' }],
      language: 'de',
    })
    expect([table.ordered.length, table.proposed.length, table.perhaps.length]).toEqual([2, 1, 1])
    reading.tell({ done: true })
    expect(table.finding).toBeNull()
    table.find()
    table.stop()
    expect([table.finding, reading.stopped]).toEqual([null, 1])
  })

  it('shows what is there when another window was ahead', async () => {
    const { table, held } = await onTable()
    held.revision = 9
    held.marked.marks = [mark('theirs', 50)]
    table.accept(['a'])
    await rest()
    expect(idsOf(table.marks)).toEqual(['theirs'])
    expect([table.told, table.canUndo, table.saved]).toEqual(['Another window was ahead.', false, 'saved'])
  })

  it('keeps what waits before its pages are changed, and before it is left', async () => {
    const { table, sent, held } = await onTable()
    table.accept(['a'])
    await table.underneath('/pages', { pages: [] })
    expect([...sent('PUT'), ...sent('POST')].map((a) => a.method)).toEqual(['PUT', 'POST'])
    expect((sent('POST')[0]!.body as { revision: number }).revision).toBe(2)
    table.accept(['b'])
    await table.leave()
    expect(held.marked.marks.every((m) => m.state === 'settled')).toBe(true)
    await table.refreshNotes()
    await table.reload()
    expect(table.saved).toBe('saved')
  })

  it('is looked at, not changed, once it is out', async () => {
    const { table } = await onTable(undefined, 'out')
    table.accept(['a'])
    expect(idsOf(table.proposed)).toEqual(['a', 'b'])
    expect(table.saved).toBe('saved')
  })
})
