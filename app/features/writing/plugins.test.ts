import { getSchema } from '@tiptap/core'
import { EditorState, NodeSelection, type Plugin, TextSelection, type Transaction } from '@tiptap/pm/state'
import { describe, expect, it } from 'vitest'
import { paper } from '~~/tests/support/paper'
import { p } from '~~/core/document/build'
import { type ProseNode, fromProse, toProse } from '~~/core/document/prose'
import { sheetNodes } from './nodes'
import { Staying } from './plugins'

/** The sheet without a screen: its schema, its text, and what the plugin makes of keys. */
const schema = getSchema(sheetNodes)
const [plugin] = (Staying.config.addProseMirrorPlugins as unknown as () => Plugin[])()
const WRITTEN = paper([p('Lent to {client.name} as it is.'), { t: 'planTable' }, p('The end.')], {
  header: [p('A header')],
  footer: [p('A footer')],
})
function sheet() {
  let state = EditorState.create({ schema, doc: schema.nodeFromJSON(toProse(WRITTEN)), plugins: [plugin!] })
  const view = {
    get state() {
      return state
    },
    dispatch: (tr: Transaction) => {
      state = state.apply(tr)
    },
  }
  const { handleTextInput, handleKeyDown } = plugin!.props as unknown as {
    handleTextInput(v: typeof view, from: number, to: number, text: string): boolean
    handleKeyDown(v: typeof view, event: object): boolean
  }
  const placeOf = (type: string): number => {
    let at = -1
    state.doc.descendants((node, pos) => {
      if (node.type.name === type && at < 0) at = pos
    })
    return at
  }
  return {
    view,
    choose: (type: string) => view.dispatch(state.tr.setSelection(NodeSelection.create(state.doc, placeOf(type)))),
    write: (text: string) => {
      const { from, to } = state.selection
      if (!handleTextInput(view, from, to, text)) view.dispatch(state.tr.insertText(text, from, to))
    },
    key: (key: string, ctrlKey = false) => handleKeyDown(view, { key, ctrlKey, metaKey: false, shiftKey: false }),
    said: () =>
      fromProse(state.doc.toJSON() as ProseNode, WRITTEN).body.map((b) =>
        'content' in b && b.t !== 'keep'
          ? b.content.map((i) => (i.t === 'text' ? i.text : i.t === 'value' ? `{${i.path}}` : `<${i.t}>`)).join('')
          : `<${b.t}>`,
      ),
  }
}

describe('a piece on the sheet', () => {
  it('stays when writing goes on while it is chosen: what is typed stands behind it', () => {
    const s = sheet()
    s.choose('value')
    s.write(',')
    s.write(' gladly')
    expect(s.said()[0]).toBe('Lent to {client.name}, gladly as it is.')
  })
  it('as a block of its own, too: what is typed begins a paragraph under it', () => {
    const s = sheet()
    s.choose('planTable')
    s.write('So')
    s.write(' it is paid.')
    expect(s.said()).toEqual(['Lent to {client.name} as it is.', '<planTable>', 'So it is paid.', 'The end.'])
  })
  it('lets Enter begin behind it', () => {
    const s = sheet()
    s.choose('value')
    expect(s.key('Enter')).toBe(false)
    expect(s.view.state.selection).toBeInstanceOf(TextSelection)
    expect(s.view.state.selection.$from.nodeBefore!.type.name).toBe('value')
  })
})

describe('select all', () => {
  it('takes the part one writes in, and the whole sheet when it is pressed again', () => {
    const s = sheet()
    const { state } = s.view
    let inBody = 0
    state.doc.descendants((node, pos) => {
      if (node.isText && node.text === 'The end.') inBody = pos
    })
    s.view.dispatch(state.tr.setSelection(TextSelection.create(state.doc, inBody)))
    expect(s.key('a', true)).toBe(true)
    const { from, to } = s.view.state.selection
    const chosen = s.view.state.doc.textBetween(from, to, ' ')
    expect(chosen).toContain('Lent to')
    expect(chosen).toContain('The end.')
    expect(chosen).not.toMatch(/header|footer/)
    expect(s.key('a', true)).toBe(false)
  })
})
