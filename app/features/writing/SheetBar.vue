<script setup lang="ts">
import { Bold, Italic, List, ListOrdered, Redo2, TextAlignCenter, TextAlignEnd, Underline, Undo2 } from '@lucide/vue'
import vTooltip from 'primevue/tooltip'
import { useThisSheet } from './useSheet'

/** What the text under the cursor is, and how to make it something else. Every button has its key in the text too. */
const emit = defineEmits<{ insert: [] }>()
const { editor, undo, redo } = useThisSheet()
const tick = ref(0)
const again = () => {
  tick.value += 1
}
watch(
  editor,
  (e, old) => {
    old?.off('transaction', again)
    e?.on('transaction', again)
  },
  { immediate: true },
)
const is = (name: string, attributes?: object) => (tick.value, editor.value?.isActive(name, attributes) ?? false)
const chain = () => editor.value!.chain().focus()
const style = computed(() => {
  if (is('heading', { level: 1 })) return 'title'
  if (is('heading', { level: 2, numbered: true })) return 'numbered'
  if (is('heading', { level: 2 })) return 'heading'
  if (is('heading')) return 'sub'
  if (is('paragraph', { numbered: true })) return 'clause'
  return is('paragraph', { small: true }) ? 'small' : 'text'
})
const STYLES: Record<string, [string, Record<string, unknown>]> = {
  text: ['paragraph', { numbered: null, small: null }],
  clause: ['paragraph', { numbered: true, small: null }],
  small: ['paragraph', { numbered: null, small: true }],
  title: ['heading', { level: 1, numbered: null }],
  heading: ['heading', { level: 2, numbered: null }],
  numbered: ['heading', { level: 2, numbered: true }],
  sub: ['heading', { level: 3, numbered: null }],
}
function setStyle(name: string): void {
  const [type, attributes] = STYLES[name]!
  chain().setNode(type, attributes).run()
}
const inTable = computed(() => is('table'))
const align = (to: string | null) => chain().updateAttributes('paragraph', { align: to }).run()
</script>

<template>
  <div v-if="editor" class="bar" role="toolbar" aria-label="Writing">
    <Choice
      aria-label="What this is"
      :model-value="style"
      :options="[
        { value: 'text', label: 'Text' },
        { value: 'clause', label: 'Numbered clause' },
        { value: 'small', label: 'Small print' },
        { value: 'title', label: 'Title' },
        { value: 'heading', label: 'Heading' },
        { value: 'numbered', label: 'Numbered heading' },
        { value: 'sub', label: 'Lesser heading' },
      ]"
      @update:model-value="setStyle"
    />
    <Button
      v-tooltip.bottom="'Bold (Ctrl B)'"
      variant="text"
      class="tool"
      :aria-pressed="is('bold')"
      aria-label="Bold"
      @click="chain().toggleBold().run()"
      ><Bold :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'Italic (Ctrl I)'"
      variant="text"
      class="tool"
      :aria-pressed="is('italic')"
      aria-label="Italic"
      @click="chain().toggleItalic().run()"
      ><Italic :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'Underline (Ctrl U)'"
      variant="text"
      class="tool"
      :aria-pressed="is('underline')"
      aria-label="Underline"
      @click="chain().toggleUnderline().run()"
      ><Underline :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'List with dots'"
      variant="text"
      class="tool"
      :aria-pressed="is('bulletList')"
      aria-label="List with dots"
      @click="chain().toggleBulletList().run()"
      ><List :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'List with numbers'"
      variant="text"
      class="tool"
      :aria-pressed="is('orderedList')"
      aria-label="List with numbers"
      @click="chain().toggleOrderedList().run()"
      ><ListOrdered :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'In the middle'"
      variant="text"
      class="tool"
      :aria-pressed="is('paragraph', { align: 'center' })"
      aria-label="In the middle"
      @click="align(is('paragraph', { align: 'center' }) ? null : 'center')"
      ><TextAlignCenter :size="17"
    /></Button>
    <Button
      v-tooltip.bottom="'At the right'"
      variant="text"
      class="tool"
      :aria-pressed="is('paragraph', { align: 'right' })"
      aria-label="At the right"
      @click="align(is('paragraph', { align: 'right' }) ? null : 'right')"
      ><TextAlignEnd :size="17"
    /></Button>
    <template v-if="inTable">
      <span class="gap" />
      <Button variant="text" size="small" @click="chain().addRowAfter().run()">+ row</Button>
      <Button variant="text" size="small" @click="chain().addColumnAfter().run()">+ column</Button>
      <Button variant="text" size="small" @click="chain().deleteRow().run()">− row</Button>
      <Button variant="text" size="small" @click="chain().deleteColumn().run()">− column</Button>
    </template>
    <span class="grow" />
    <Button v-tooltip.bottom="'Undo (Ctrl Z)'" variant="text" class="tool" aria-label="Undo" @click="undo"
      ><Undo2 :size="17"
    /></Button>
    <Button v-tooltip.bottom="'Redo (Ctrl Shift Z)'" variant="text" class="tool" aria-label="Redo" @click="redo"
      ><Redo2 :size="17"
    /></Button>
    <Button variant="outlined" size="small" aria-haspopup="listbox" @click="emit('insert')">Insert <kbd>/</kbd></Button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
  position: sticky;
  top: 0;
  z-index: 10;
  background: var(--desk);
  padding: 8px 0;
  max-width: 794px;
  margin: 0 auto;
}
.bar .field {
  width: 200px;
}
.tool {
  min-width: 32px;
  padding: 4px;
  color: var(--ink);
}
.tool[aria-pressed='true'] {
  background: var(--paper);
  border-color: var(--hairline-strong);
}
.grow {
  flex: 1;
}
.gap {
  width: 8px;
}
</style>
