import { type PropType, h } from 'vue'
import type { Inline } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import type { DraftState } from './draft'
import SignerField from './SignerField.vue'

/** Running text with its marks and fields. Written out by hand, so that no space comes in that the paper doesn't have. */
export default defineComponent({
  props: {
    content: { type: Array as PropType<Inline[]>, required: true },
    state: { type: Object as PropType<DraftState>, required: true },
    party: { type: String, required: true },
  },
  emits: { sign: (_: FieldSpec) => true },
  setup: (props, { emit }) => {
    const TAG = { bold: 'b', italic: 'i', underline: 'u', strike: 's' } as const
    const one = (i: Inline) => {
      if (i.t === 'text') {
        const words = (i.marks ?? []).reduce((inner, mark) => h(TAG[mark], inner), h('span', i.text))
        return i.change ? h(i.change === 'struck' ? 'del' : 'ins', words) : words
      }
      if (i.t === 'break') return h('br')
      if (i.t === 'picture')
        return h('img', {
          src: i.src,
          alt: i.alt,
          class: 'inline max-w-full h-auto align-baseline',
          style: { width: `${i.width}pt` },
        })
      if (i.t !== 'field') return null
      return h(SignerField, {
        'data-field': i.field.key,
        field: i.field,
        state: props.state,
        mine: i.field.party === props.party,
        onSign: (f: FieldSpec) => emit('sign', f),
      })
    }
    return () => props.content.map(one)
  },
})
