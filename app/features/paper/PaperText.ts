import { type PropType, h } from 'vue'
import type { Inline } from '~~/core/document/model'
import { FIELD_WORDS } from '~/features/writing/say'
import { useRoom } from './room'

const TAG = { bold: 'strong', italic: 'em', underline: 'u', strike: 's' } as const

/** Running text of a paper in the writing room. Written out by hand, so that no space comes in that the paper doesn’t have. */
export default defineComponent({
  props: { content: { type: Array as PropType<Inline[]>, required: true } },
  setup(props) {
    const room = useRoom()
    const one = (i: Inline) => {
      if (i.t === 'break') return h('br')
      if (i.t === 'picture')
        return h('img', { src: i.src, alt: i.alt, class: 'in-line', style: { width: `${i.width}pt` } })
      if (i.t === 'field') {
        const n = room.parties.findIndex((p) => p.key === i.field.party)
        const label = i.field.preset ?? `${FIELD_WORDS[i.field.type]}, “${i.field.label}”`
        return h('span', { class: 'field-box', 'data-party': String((Math.max(n, 0) % 4) + 1) }, `${n + 1} ${label}`)
      }
      if (i.t === 'page' || i.t === 'pages') return h('span', i.t === 'page' ? '1' : 'n')
      if (i.t !== 'text' || !i.text) return null
      const words = (i.marks ?? []).reduce((inner, mark) => h(TAG[mark], inner), h('span', i.text))
      if (i.change) return h(i.change === 'struck' ? 'del' : 'ins', words)
      if (!i.source) return i.gap ? h('span', { class: 'gap' }, words) : words
      const { source } = i
      const show = (event: Event) => room.showValue(event, source, i.text, !!i.gap)
      // A span, not a button: a value breaks over lines like the words around it.
      return h(
        'span',
        {
          role: 'button',
          tabindex: 0,
          class: i.gap ? 'value-button gap' : 'value-button value',
          onClick: show,
          onMouseenter: show,
          onKeydown: (event: KeyboardEvent) => {
            if (event.key === 'Enter') show(event)
          },
        },
        words,
      )
    }
    return () => props.content.map(one)
  },
})
