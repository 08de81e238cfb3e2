<script setup lang="ts">
import {
  Bold,
  Italic,
  List,
  ListOrdered,
  Minus,
  Plus,
  Redo2,
  Search,
  TextAlignCenter,
  TextAlignEnd,
  Underline,
  Undo2,
} from '@lucide/vue'
import { useSheet } from './useSheet'

/** What the text under the cursor is, and how to make it something else. Every button has its key in the text too. */
const emit = defineEmits<{ insert: []; find: [] }>()
const sheet = useSheet()
const { editor } = storeToRefs(sheet)
const { undo, redo } = sheet
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
    <IconButton label="Bold" hint="Bold (Ctrl B)" :pressed="is('bold')" @click="chain().toggleBold().run()"
      ><Bold :size="17"
    /></IconButton>
    <IconButton label="Italic" hint="Italic (Ctrl I)" :pressed="is('italic')" @click="chain().toggleItalic().run()"
      ><Italic :size="17"
    /></IconButton>
    <IconButton
      label="Underline"
      hint="Underline (Ctrl U)"
      :pressed="is('underline')"
      @click="chain().toggleUnderline().run()"
      ><Underline :size="17"
    /></IconButton>
    <IconButton label="List with dots" :pressed="is('bulletList')" @click="chain().toggleBulletList().run()"
      ><List :size="17"
    /></IconButton>
    <IconButton label="List with numbers" :pressed="is('orderedList')" @click="chain().toggleOrderedList().run()"
      ><ListOrdered :size="17"
    /></IconButton>
    <IconButton
      label="In the middle"
      :pressed="is('paragraph', { align: 'center' })"
      @click="align(is('paragraph', { align: 'center' }) ? null : 'center')"
      ><TextAlignCenter :size="17"
    /></IconButton>
    <IconButton
      label="At the right"
      :pressed="is('paragraph', { align: 'right' })"
      @click="align(is('paragraph', { align: 'right' }) ? null : 'right')"
      ><TextAlignEnd :size="17"
    /></IconButton>
    <template v-if="inTable">
      <span class="w-2" />
      <Button variant="text" size="small" aria-label="Add a row" @click="chain().addRowAfter().run()"
        ><Plus :size="14" /> row</Button
      >
      <Button variant="text" size="small" aria-label="Add a column" @click="chain().addColumnAfter().run()"
        ><Plus :size="14" /> column</Button
      >
      <Button variant="text" size="small" aria-label="Take out the row" @click="chain().deleteRow().run()"
        ><Minus :size="14" /> row</Button
      >
      <Button variant="text" size="small" aria-label="Take out the column" @click="chain().deleteColumn().run()"
        ><Minus :size="14" /> column</Button
      >
    </template>
    <span class="grow" />
    <IconButton label="Find words" hint="Find words (Ctrl F)" @click="emit('find')"><Search :size="17" /></IconButton>
    <IconButton label="Undo" hint="Undo (Ctrl Z)" @click="undo"><Undo2 :size="17" /></IconButton>
    <IconButton label="Redo" hint="Redo (Ctrl Shift Z)" @click="redo"><Redo2 :size="17" /></IconButton>
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
</style>
