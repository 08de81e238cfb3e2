import { getSchema } from '@tiptap/core'
import { EditorState, NodeSelection, TextSelection } from '@tiptap/pm/state'
import { describe, expect, it } from 'vitest'
import { paper } from '~~/tests/support/paper'
import { p } from '~~/core/document/build'
import type { Block } from '~~/core/document/model'
import { toProse } from '~~/core/document/prose'
import { behindAll, wayOut } from './leading'
import { sheetNodes } from './nodes'

const schema = getSchema(sheetNodes)
const TABLE: Block = {
  t: 'table',
  columns: [{ width: 1 }, { width: 1 }],
  head: [],
  rows: [{ cells: [[p('one')], [p('two')]] }, { cells: [[p('three')], [p('four')]] }],
}
const COLUMNS: Block = { t: 'columns', columns: [[p('left'), p('left below')], [p('right')]] }
/** A sheet with the cursor in the paragraph that says `text`, or with the first piece of that type chosen. */
function at(body: Block[], text: string, type?: string): EditorState {
  const state = EditorState.create({ schema, doc: schema.nodeFromJSON(toProse(paper(body))) })
  let found = -1
  state.doc.descendants((node, pos) => {
    if (found < 0 && (type ? node.type.name === type : node.isTextblock && node.textContent === text)) found = pos
  })
  const selection = type ? NodeSelection.create(state.doc, found) : TextSelection.create(state.doc, found + 1)
  return state.apply(state.tr.setSelection(selection))
}
const kinds = (state: EditorState) => {
  const out: string[] = []
  state.doc.child(1).forEach((n) => void out.push(n.type.name))
  return out
}

describe('what stands last on a sheet', () => {
  it.each([
    ['four', TABLE, 'table'],
    ['three', TABLE, 'table'],
    ['left below', COLUMNS, 'columns'],
    ['right', COLUMNS, 'columns'],
  ])('is left downwards from “%s”', (text, block, name) => {
    const state = at([p('Before.'), block], text)
    const after = state.apply(wayOut(state, 1)!)
    expect(kinds(after)).toEqual(['paragraph', name, 'paragraph'])
    expect(after.selection.$from.parent.content.size).toBe(0)
    expect(after.selection.$from.depth).toBe(2)
  })

  it('is stayed in where a line is still beneath, or something stands behind it', () => {
    expect(wayOut(at([TABLE], 'two'), 1)).toBeNull()
    expect(wayOut(at([COLUMNS], 'left'), 1)).toBeNull()
    expect(wayOut(at([TABLE, p('After.')], 'four'), 1)).toBeNull()
    expect(wayOut(at([p('Only.')], 'Only.'), 1)).toBeNull()
  })

  it('is left upwards where it stands first, and as a piece that is chosen', () => {
    const first = at([TABLE, p('After.')], 'two')
    expect(kinds(first.apply(wayOut(first, -1)!))).toEqual(['paragraph', 'table', 'paragraph'])
    const piece = at([p('Before.'), { t: 'planTable' }], '', 'planTable')
    expect(kinds(piece.apply(wayOut(piece, 1)!))).toEqual(['paragraph', 'planTable', 'paragraph'])
  })

  it('is left from anywhere for a new paragraph behind it', () => {
    const inside = at([TABLE, p('After.')], 'one')
    const after = inside.apply(behindAll(inside)!)
    expect(kinds(after)).toEqual(['table', 'paragraph', 'paragraph'])
    expect(after.selection.$from.index(1)).toBe(1)
  })
})
