<script setup lang="ts">
import { type Mark, isSure } from '~~/core/marking/model'
import { formatValue } from '~~/core/merge/merge'
import { FIELD_WORDS } from '../writing/say'
import { useMarking } from './useMarking'

/** Every blank in reading order: the words beside it, what it is, whose it is, and whether that is settled. */
const table = useMarking()
const { ordered, chosen, current, view, finding, crossing } = storeToRefs(table)
const { number } = table
const list = ref<HTMLElement>()

function what(m: Mark): string {
  if (m.words?.path) return `${m.field.type === 'tick' ? 'tick' : FIELD_WORDS[m.field.type]}, from the job`
  if (m.words) return 'your words'
  const more = m.field.oneOf ? ', one of several' : m.field.compute ? ', worked out' : ''
  return `${FIELD_WORDS[m.field.type]}${more}${m.state === 'proposed' ? ' ?' : ''}`
}
function under(m: Mark): string {
  if (m.words?.path) {
    const value = view.value.context.values[m.words.path]
    return value && value.value !== null
      ? formatValue(value, m.words.format, view.value.context)
      : `${value?.label ?? m.words.path} is missing`
  }
  if (m.words) return m.words.text ?? ''
  if (crossing.value.has(m.id)) return 'lies over another'
  return m.why
}
const sure = (m: Mark) => (isSure(m) ? '' : 'perhaps')
watch(
  () => current.value?.id,
  (id) => {
    void nextTick(() => document.getElementById(`row-${id}`)?.scrollIntoView({ block: 'nearest' }))
  },
)
defineExpose({ focus: () => list.value?.focus() })
</script>

<template>
  <div
    ref="list"
    class="ledger-box overflow-auto min-h-0"
    role="listbox"
    aria-multiselectable="true"
    aria-label="Blanks"
    tabindex="0"
    :aria-activedescendant="current ? `row-${current.id}` : undefined"
  >
    <p class="row head" aria-hidden="true"><span>Blank</span><span>What</span><span>Whose</span><span /></p>
    <div
      v-for="m in ordered"
      :id="`row-${m.id}`"
      :key="m.id"
      role="option"
      class="row"
      :class="{ current: current?.id === m.id, picked: chosen.includes(m.id) }"
      :aria-selected="chosen.includes(m.id)"
      :aria-label="`${m.field.label}, page ${m.page}, ${what(m)}, ${m.state === 'settled' ? 'settled' : 'not settled'}`"
      @click="table.choose(m.id, $event.shiftKey || $event.ctrlKey || $event.metaKey)"
    >
      <span class="words grid">
        <b :class="{ strong: current?.id === m.id }"
          ><span v-if="view.marked.pages.length > 1" class="soft mr-[5px]">p. {{ m.page }}</span
          >“{{ m.field.label }}”</b
        >
        <span v-if="current?.id === m.id || m.words || crossing.has(m.id)" class="soft small">{{ under(m) }}</span>
      </span>
      <span class="soft"
        >{{ what(m) }} <span v-if="m.state === 'proposed'" class="small">{{ sure(m) }}</span></span
      >
      <span class="party" :class="`party-${((Math.max(number(m.field.party), 1) - 1) % 4) + 1}`">{{
        number(m.field.party) || '?'
      }}</span>
      <StopMark v-if="m.state === 'settled'" state="settled" :size="17" />
      <kbd v-else-if="current?.id === m.id">Enter</kbd>
      <span v-else />
    </div>
    <p v-if="!ordered.length" class="none p-4.5 soft">
      {{ finding ? 'Reading the pages…' : 'No blanks were found. Press b and draw a box where somebody is to write.' }}
    </p>
  </div>
</template>

<style scoped>
.ledger-box:focus-visible {
  outline-offset: -3px;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr) 44px 52px;
  gap: 8px;
  align-items: start;
  padding: 9px 18px;
  border-bottom: 1px solid var(--hairline);
  cursor: pointer;
}
.row.head {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--chalk);
  font-weight: 600;
  font-size: 13px;
  color: var(--ink-soft);
  cursor: default;
}
.row.picked {
  background: var(--heather-tint);
}
.row.current {
  background: var(--paper);
  box-shadow:
    inset 0 2px var(--ink),
    inset 0 -2px var(--ink);
}
.row b {
  font-weight: 500;
}
.row b.strong {
  font-weight: 650;
}
</style>
