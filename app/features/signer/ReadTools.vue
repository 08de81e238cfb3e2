<script setup lang="ts">
import { useSays } from './says'

/** What helps reading: larger type, finding words, zooming the pages, printing. */
const props = defineProps<{ mode: 'reading' | 'page'; root: HTMLElement | null }>()
const size = defineModel<number>('size', { required: true })
const zoom = defineModel<number>('zoom', { required: true })
const says = useSays()
const finding = ref(false)
const words = ref('')
const at = ref(0)
const ranges = shallowRef<Range[]>([])
const told = ref('')
const SIZES = [18, 21, 25]
const larger = () => {
  size.value = SIZES[(SIZES.indexOf(size.value) + 1) % SIZES.length]!
}
const clearMarks = () => {
  if ('highlights' in CSS) CSS.highlights.delete('found')
}
function find() {
  clearMarks()
  told.value = ''
  ranges.value = []
  const wanted = words.value.trim().toLowerCase()
  if (!wanted || !props.root) return
  const walker = document.createTreeWalker(props.root, NodeFilter.SHOW_TEXT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = node.textContent!.toLowerCase()
    for (let i = text.indexOf(wanted); i >= 0; i = text.indexOf(wanted, i + 1)) {
      const range = new Range()
      range.setStart(node, i)
      range.setEnd(node, i + wanted.length)
      ranges.value.push(range)
    }
  }
  at.value = 0
  if (!ranges.value.length) told.value = says.value('findNone')
  else {
    if ('highlights' in CSS) CSS.highlights.set('found', new Highlight(...ranges.value))
    show()
  }
}
function show() {
  const range = ranges.value[at.value]
  range?.startContainer.parentElement?.scrollIntoView({ block: 'center' })
  told.value = says.value('findCount', { n: at.value + 1, all: ranges.value.length })
}
function next() {
  if (!ranges.value.length) return find()
  at.value = (at.value + 1) % ranges.value.length
  show()
}
watch(words, find)
watch(finding, (on) => {
  if (!on) clearMarks()
})
onBeforeUnmount(clearMarks)
const print = () => window.print()
</script>

<template>
  <div class="tools">
    <Button v-if="mode === 'reading'" variant="outlined" size="small" class="tool" @click="larger">{{
      says('largerType')
    }}</Button>
    <template v-else>
      <Button variant="outlined" size="small" class="tool" :disabled="zoom >= 3" @click="zoom += 0.5">{{
        says('larger')
      }}</Button>
      <Button variant="outlined" size="small" class="tool" :disabled="zoom <= 1" @click="zoom -= 0.5">{{
        says('smaller')
      }}</Button>
    </template>
    <Button
      v-if="mode === 'reading'"
      variant="outlined"
      size="small"
      class="tool"
      :aria-pressed="finding"
      @click="finding = !finding"
    >
      {{ says('find') }}
    </Button>
    <Button variant="outlined" size="small" class="tool" @click="print">{{ says('print') }}</Button>
    <form v-if="finding && mode === 'reading'" class="find" role="search" @submit.prevent="next">
      <InputText v-model="words" type="search" :aria-label="says('find')" autofocus />
      <Button type="submit" variant="outlined">{{ says('nextFound') }}</Button>
      <span class="soft small" role="status">{{ told }}</span>
    </form>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px 20px 0;
}
.tool {
  color: var(--ink);
  font-weight: 500;
  border-radius: 999px;
}
.tool[aria-pressed='true'] {
  background: var(--ink);
  color: #fff;
}
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  flex-basis: 100%;
}
.find .p-inputtext {
  flex: 1;
  min-width: 160px;
}
</style>

<style>
::highlight(found) {
  background: #fbf1cc;
  color: #20302b;
}
</style>
