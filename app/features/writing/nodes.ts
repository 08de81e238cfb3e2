import { type Attributes, Extension, Mark, Node, mergeAttributes } from '@tiptap/core'
import { TableCell, TableHeader, TableRow, Table } from '@tiptap/extension-table'
import type { Node as ProseNode } from '@tiptap/pm/model'
import StarterKit from '@tiptap/starter-kit'
import { type Block, COLUMNS_MAX, type Condition } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import {
  clauseName,
  conditionWords,
  fieldWords,
  partyNumber,
  refWords,
  sectionWords,
  sourceWords,
  valueWords,
  LISTS,
} from './say'

/** An attribute kept in the document and not written into HTML, so that a paste can’t bring one in. */
const own = (initial: unknown = null) => ({ default: initial, rendered: false, parseHTML: () => initial })
const owns =
  (...names: string[]): (() => Attributes) =>
  () =>
    Object.fromEntries(names.map((n) => [n, own()]))

/** Draws an atom as plain elements; `draw` is called again when what it says has changed. */
function atom(name: string, inline: boolean, attributes: string[], draw: (dom: HTMLElement, node: ProseNode) => void) {
  return Node.create({
    name,
    inline,
    group: inline ? 'inline' : 'block',
    atom: true,
    selectable: true,
    draggable: !inline,
    addAttributes: owns(...(inline ? [] : ['id', 'when']), ...attributes),
    // Only Upwold’s own copies are read back; what a paste from elsewhere calls itself is not believed.
    parseHTML: () => [
      {
        tag: `${inline ? 'span' : 'div'}[data-upwold="${name}"]`,
        getAttrs: (dom) => {
          try {
            return JSON.parse(dom.dataset.attrs ?? '{}') as Record<string, unknown>
          } catch {
            return false
          }
        },
      },
    ],
    renderHTML: ({ node, HTMLAttributes }) => [
      inline ? 'span' : 'div',
      mergeAttributes(HTMLAttributes, { 'data-upwold': name, 'data-attrs': JSON.stringify(node.attrs) }),
    ],
    addNodeView:
      () =>
      ({ node }) => {
        const dom = document.createElement(inline ? 'span' : 'div')
        dom.className = `atom ${name}`
        let shown = node
        const show = () => draw(dom, shown)
        dom.addEventListener('upwold:redraw', show)
        show()
        return {
          dom,
          ignoreMutation: () => true,
          update(next) {
            if (next.type.name !== name) return false
            shown = next
            show()
            return true
          },
        }
      },
  })
}

/** Every atom of a sheet says again what it is: the record, the numbers or the parties have changed. */
export function redraw(root: HTMLElement): void {
  root.querySelectorAll('.atom').forEach((e) => e.dispatchEvent(new Event('upwold:redraw')))
}

const Value = atom('value', true, ['path', 'format', 'fallback'], (dom, { attrs }) => {
  const { text, missing } = valueWords(
    String(attrs.path),
    attrs.format as string | null,
    attrs.fallback as string | null,
  )
  dom.textContent = text
  dom.title = sourceWords(String(attrs.path))
  dom.classList.toggle('gone', missing)
})
const drawField = (dom: HTMLElement, { attrs }: ProseNode) => {
  const field = attrs.field as FieldSpec
  dom.textContent = fieldWords(field)
  dom.dataset.party = String((((partyNumber(field.party) || 1) - 1) % 4) + 1)
  dom.classList.toggle('gone', partyNumber(field.party) === 0)
  if (attrs.width) dom.style.minWidth = `${Number(attrs.width)}pt`
}
const FieldInline = atom('fieldInline', true, ['field', 'width'], drawField)
const FieldBlock = atom('fieldBlock', false, ['field', 'width', 'height'], drawField)
const Ref = atom('ref', true, ['to'], (dom, { attrs }) => {
  dom.textContent = refWords(String(attrs.to))
})
const PageNumber = atom('pageNumber', true, [], (dom) => {
  dom.textContent = '1'
})
const PageCount = atom('pageCount', true, [], (dom) => {
  dom.textContent = 'n'
})
const tableOf =
  (words: string) =>
  (dom: HTMLElement, { attrs }: ProseNode) => {
    const when = attrs.when as Condition | null
    dom.textContent = words + (when ? `, ${conditionWords(when)}` : '')
  }
const PriceTable = atom('priceTable', false, ['party'], tableOf('The job’s price table stands here'))
const PlanTable = atom('planTable', false, [], tableOf('The job’s payment plan stands here'))
const PageBreak = atom('pageBreak', false, ['column'], (dom, { attrs }) => {
  dom.textContent = attrs.column ? 'The next column begins' : 'A new page begins'
})
const Space = atom('space', false, ['height'], (dom, { attrs }) => {
  dom.style.height = `${Number(attrs.height ?? 12)}pt`
})
const ClauseUse = atom('clauseUse', false, ['clause', 'edition'], (dom, { attrs }) => {
  const when = attrs.when as Condition | null
  dom.textContent = `Clause: ${clauseName(String(attrs.clause))}${attrs.edition ? `, kept at edition ${String(attrs.edition)}` : ''}${when ? `, ${conditionWords(when)}` : ''}`
})
function pictured(src: string, alt: string, width: number): HTMLImageElement {
  const img = document.createElement('img')
  img.src = /^data:image\/(png|jpeg);base64,/.test(src) ? src : ''
  img.alt = alt
  img.style.width = `${width}pt`
  return img
}
const Picture = atom('picture', true, ['src', 'alt', 'width', 'height'], (dom, { attrs }) => {
  const { src, alt, width } = attrs as { src: string; alt: string; width: number }
  dom.replaceChildren(pictured(src, alt, width))
})
const Image = atom('image', false, ['src', 'alt', 'width', 'height', 'align', 'ground'], (dom, { attrs }) => {
  const { src, alt, width, align, ground } = attrs as Extract<Block, { t: 'image' }>
  dom.style.textAlign = align ?? 'left'
  const img = pictured(src, alt, width)
  if (ground) img.className = `ground-${ground}`
  dom.replaceChildren(img)
})

const wrapper = (name: string, content: string, group: string) =>
  Node.create({
    name,
    content,
    group,
    defining: true,
    isolating: name === 'column',
    addAttributes: owns('id', 'when'),
    parseHTML: () => [{ tag: `div[data-upwold="${name}"]` }],
    renderHTML: ({ HTMLAttributes }) => [
      'div',
      mergeAttributes(HTMLAttributes, { 'data-upwold': name, class: name }),
      0,
    ],
  })
const part = (name: string, label: string, content = 'block+') =>
  Node.create({
    name,
    content,
    isolating: true,
    defining: true,
    selectable: false,
    parseHTML: () => [{ tag: `section[data-upwold="${name}"]` }],
    renderHTML: () => ['section', { 'data-upwold': name, class: name, 'data-label': label }, 0],
  })

/** What pages begin and end with: the parts of a sheet above and below its body, and those of a section. */
const HEADS = 'firstHeader? pageHeader evenHeader?'
const FEET = 'pageFooter evenFooter? firstFooter?'

/** What a section says that was copied; numbers out of bounds are not believed. */
function sectionAttrs({ columns, from, goesOn }: DOMStringMap): Record<string, unknown> {
  const within = (text: string | undefined, most: number) =>
    text && /^\d{1,4}$/.test(text) && +text <= most ? +text : null
  return {
    columns: within(columns, COLUMNS_MAX) || null,
    from: within(from, 9999),
    goesOn: goesOn === undefined ? null : true,
  }
}

/** Where another section begins: a line that says what is other from there, and its heads and feet where it has its own. */
const Section = Node.create({
  name: 'section',
  content: `(${HEADS} ${FEET})?`,
  isolating: true,
  defining: true,
  selectable: true,
  addAttributes: owns('id', 'when', 'goesOn', 'columns', 'from'),
  parseHTML: () => [{ tag: 'div[data-upwold="section"]', getAttrs: (dom) => sectionAttrs(dom.dataset) }],
  renderHTML: ({ node: { attrs } }) => [
    'div',
    {
      ...{ 'data-upwold': 'section', 'data-columns': attrs.columns, 'data-from': attrs.from },
      'data-goes-on': attrs.goesOn ? '' : null,
    },
    0,
  ],
  addNodeView:
    () =>
    ({ node, getPos, editor }) => {
      const dom = document.createElement('div')
      dom.className = 'section'
      const says = dom.appendChild(document.createElement('button'))
      says.type = 'button'
      says.contentEditable = 'false'
      const show = ({ attrs }: ProseNode) => {
        const when = attrs.when as Condition | null
        says.textContent = sectionWords(attrs) + (when ? `, ${conditionWords(when)}` : '')
      }
      says.addEventListener('click', () => {
        const at = getPos()
        if (at !== undefined) editor.chain().focus().setNodeSelection(at).run()
      })
      show(node)
      return {
        dom,
        contentDOM: dom.appendChild(document.createElement('div')),
        stopEvent: (event) => event.target === says,
        ignoreMutation: (mutation) => says.contains(mutation.target),
        update(next) {
          if (next.type.name !== 'section') return false
          show(next)
          return true
        },
      }
    },
})

/** What our blocks carry beside their text, shown by the sheet’s own styles. */
const BlockAttributes = Extension.create({
  name: 'blockAttributes',
  addGlobalAttributes() {
    const shown = (name: string, initial: unknown, show: (v: unknown) => Record<string, string>) => ({
      default: initial,
      parseHTML: () => initial,
      renderHTML: (a: Record<string, unknown>) => (a[name] ? show(a[name]) : {}),
    })
    const id = own()
    const when = shown('when', null, (c) => ({ 'data-when': conditionWords(c as Condition) }))
    const numbered = shown('numbered', null, () => ({ class: 'numbered' }))
    return [
      {
        types: ['heading', 'paragraph', 'bulletList', 'orderedList', 'table', 'horizontalRule'],
        attributes: { id, when },
      },
      { types: ['heading'], attributes: { numbered } },
      {
        types: ['paragraph'],
        attributes: {
          numbered,
          suffix: own(),
          small: shown('small', null, () => ({ 'data-small': '' })),
          each: shown('each', null, (e) => ({ 'data-each': `once for each ${LISTS[String(e)] ?? String(e)}` })),
          align: {
            default: null,
            parseHTML: (e: HTMLElement) => (['center', 'right'].includes(e.style.textAlign) ? e.style.textAlign : null),
            renderHTML: (a: Record<string, unknown>) => (a.align ? { style: `text-align:${String(a.align)}` } : {}),
          },
        },
      },
      { types: ['table'], attributes: { columns: own(), plain: shown('plain', null, () => ({ 'data-plain': '' })) } },
      {
        types: ['tableRow'],
        attributes: {
          each: shown('each', null, (e) => ({ 'data-each': `once for each ${LISTS[String(e)] ?? String(e)}` })),
          strong: shown('strong', null, () => ({ 'data-strong': '' })),
        },
      },
    ]
  },
})

/** Words that were struck or added in a file that was brought in with its changes shown. */
const change = (name: string, tag: string) =>
  Mark.create({
    name,
    inclusive: false,
    excludes: 'struck added',
    parseHTML: () => [{ tag: `${tag}[data-upwold="${name}"]`, priority: 60 }],
    renderHTML: () => [tag, { 'data-upwold': name, class: name }, 0],
  })

const Sheet = Node.create({
  name: 'doc',
  topNode: true,
  content: `${HEADS} pageBody ${FEET}`,
})
const Passage = Node.create({ name: 'doc', topNode: true, content: 'block+' })

/** The editor’s vocabulary: what a paper has a word for, and nothing else. */
const common = [
  StarterKit.configure({
    document: false,
    heading: { levels: [1, 2, 3] },
    blockquote: false,
    code: false,
    codeBlock: false,
    link: false,
    trailingNode: false,
    undoRedo: { depth: 400, newGroupDelay: 600 },
  }),
  BlockAttributes,
  Value,
  FieldInline,
  FieldBlock,
  Ref,
  PageNumber,
  PageCount,
  PriceTable,
  PlanTable,
  PageBreak,
  Space,
  ClauseUse,
  Image,
  Picture,
  wrapper('keep', 'block+', 'block'),
  wrapper('columns', 'column{1,4}', 'block'),
  wrapper('column', 'block+', ''),
  change('struck', 'del'),
  change('added', 'ins'),
  Table.configure({ resizable: false }),
  TableRow,
  TableHeader.extend({ content: 'paragraph' }),
  TableCell,
]
export const sheetNodes = [
  Sheet,
  part('firstHeader', 'The first page begins with'),
  part('pageHeader', 'Every page begins with'),
  part('evenHeader', 'Even pages begin with'),
  part('pageBody', '', '(block | section)+'),
  part('pageFooter', 'Every page ends with'),
  part('evenFooter', 'Even pages end with'),
  part('firstFooter', 'The first page ends with'),
  Section,
  ...common,
]
export const passageNodes = [Passage, ...common]
