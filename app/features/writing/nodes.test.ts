// @vitest-environment happy-dom
import { getSchema } from '@tiptap/core'
import { DOMParser, DOMSerializer } from '@tiptap/pm/model'
import { expect, it } from 'vitest'
import { paper } from '~~/tests/support/paper'
import { p } from '~~/core/document/build'
import type { Block } from '~~/core/document/model'
import { type ProseNode, fromProse, toProse } from '~~/core/document/prose'
import { sheetNodes } from './nodes'

const schema = getSchema(sheetNodes)
const html = (dom: HTMLElement) => DOMParser.fromSchema(schema).parse(dom).toJSON() as ProseNode

it('sections that are copied say what they said: their columns, numbers, heads and feet', () => {
  const edges = { header: [p('A head')], footer: [] }
  const sections: Block[] = [
    { t: 'section', goesOn: true, columns: 3 },
    { t: 'section', from: 0, heads: { ...edges, first: edges, even: edges } },
    { t: 'section' },
  ]
  const given = paper(sections.flatMap((s, i) => [s, p(`Part ${i}`)]))
  const dom = document.createElement('div')
  const node = schema.nodeFromJSON(toProse(given))
  dom.append(DOMSerializer.fromSchema(schema).serializeFragment(node.content, { document }))
  expect(fromProse(html(dom), given)).toEqual(given)
})

it('what a paste calls a section is not believed beyond its bounds', () => {
  const dom = document.createElement('div')
  Object.assign(dom.dataset, { columns: '900', from: '-1', goesOn: '' })
  const { getAttrs } = schema.nodes.section!.spec.parseDOM![0]! as { getAttrs: (e: HTMLElement) => object }
  expect(getAttrs(dom)).toMatchObject({ columns: null, from: null, goesOn: true })
})
