<script setup lang="ts">
import type { Editor } from '@tiptap/vue-3'
import type { Insertable } from './insert'

/** What `/` opens: type to narrow, arrows to choose, Enter to put it on the sheet. */
const props = defineProps<{ editor: Editor; items: Insertable[]; at: { left: number; top: number } }>()
const emit = defineEmits<{ close: [] }>()
const text = ref('')
const chosen = ref(0)
const plain = (s: string) => s.toLowerCase().replaceAll('’', "'")
const found = computed(() => {
  const typed = plain(text.value).trim()
  const words = typed.split(/\s+/).filter(Boolean)
  const hasAll = (said: string) => words.every((w) => plain(said).includes(w))
  /** What is called so, then what is named with those words, then what has them in its hint. */
  const rank = (i: Insertable) => (plain(i.label).startsWith(typed) ? 0 : hasAll(i.label) ? 1 : 2)
  return props.items
    .filter((i) => hasAll(`${i.label} ${i.hint ?? ''} ${i.group}`))
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, 40)
})
watch(text, () => {
  chosen.value = 0
})
const input = ref<{ $el: HTMLInputElement }>()
onMounted(() => input.value?.$el.focus())

function pick(item: Insertable | undefined): void {
  if (!item) return
  // At once: what is typed next belongs to the sheet.
  props.editor.view.focus()
  emit('close')
  item.run(props.editor)
}
function back(typed: string): void {
  props.editor.view.focus()
  emit('close')
  props.editor.commands.insertContent(typed)
}
const move = (by: number) => {
  chosen.value = Math.min(Math.max(chosen.value + by, 0), found.value.length - 1)
  void nextTick(() => document.getElementById(`insert-${chosen.value}`)?.scrollIntoView({ block: 'nearest' }))
}
function slash(event: KeyboardEvent): void {
  if (text.value) return
  event.preventDefault()
  back('/')
}
function leave(): void {
  props.editor.view.focus()
  emit('close')
}
</script>

<template>
  <div class="insert" :style="{ left: `${props.at.left}px`, top: `${props.at.top}px` }" @focusout.self="leave">
    <InputText
      ref="input"
      v-model="text"
      role="combobox"
      aria-label="What to insert"
      aria-expanded="true"
      aria-controls="insert-list"
      :aria-activedescendant="found.length ? `insert-${chosen}` : undefined"
      placeholder="heading, signature, client’s name…"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="pick(found[chosen])"
      @keydown.esc.prevent.stop="leave"
      @keydown.tab.prevent="leave"
      @keydown="(e) => e.key === '/' && slash(e)"
    />
    <ul id="insert-list" role="listbox" aria-label="What can be inserted">
      <li
        v-for="(item, i) in found"
        :id="`insert-${i}`"
        :key="item.label + item.hint"
        role="option"
        :aria-selected="i === chosen"
        :class="{ at: i === chosen }"
        @mousedown.prevent="pick(item)"
      >
        <span>{{ item.label }}</span><span class="soft small ellipsis">{{ item.hint }}</span>
      </li>
      <li v-if="!found.length" class="soft none" role="option" aria-selected="false">Nothing is called that.</li>
    </ul>
  </div>
</template>

<style scoped>
.insert {
  position: absolute;
  z-index: 20;
  width: 340px;
  background: var(--paper);
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  box-shadow: var(--float);
  padding: 8px;
  font: var(--size-m) var(--sans);
}
ul {
  max-height: 260px;
  overflow: auto;
  margin-top: 6px;
}
li {
  display: grid;
  grid-template-columns: 1fr 110px;
  gap: 8px;
  padding: 5px 8px;
  border-radius: 4px;
  cursor: pointer;
}
li.at {
  background: var(--heather-tint);
}
.none {
  cursor: default;
}
</style>
