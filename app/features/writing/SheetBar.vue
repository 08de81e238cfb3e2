<script setup lang="ts">
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
function setStyle(event: Event): void {
  const [type, attributes] = STYLES[(event.target as HTMLSelectElement).value]!
  chain().setNode(type, attributes).run()
}
const inTable = computed(() => is('table'))
const align = (to: string | null) => chain().updateAttributes('paragraph', { align: to }).run()
</script>

<template>
  <div v-if="editor" class="bar" role="toolbar" aria-label="Writing">
    <label class="sr" for="style">What this is</label>
    <select id="style" class="input" :value="style" @change="setStyle">
      <option value="text">Text</option>
      <option value="clause">Numbered clause</option>
      <option value="small">Small print</option>
      <option value="title">Title</option>
      <option value="heading">Heading</option>
      <option value="numbered">Numbered heading</option>
      <option value="sub">Lesser heading</option>
    </select>
    <button :aria-pressed="is('bold')" aria-label="Bold" title="Bold (Ctrl B)" @click="chain().toggleBold().run()">
      <b>B</b>
    </button>
    <button
      :aria-pressed="is('italic')"
      aria-label="Italic"
      title="Italic (Ctrl I)"
      @click="chain().toggleItalic().run()"
    >
      <i>I</i>
    </button>
    <button
      :aria-pressed="is('underline')"
      aria-label="Underline"
      title="Underline (Ctrl U)"
      @click="chain().toggleUnderline().run()"
    >
      <u>U</u>
    </button>
    <button
      :aria-pressed="is('bulletList')"
      aria-label="List with dots"
      title="List with dots"
      @click="chain().toggleBulletList().run()"
    >
      •—
    </button>
    <button
      :aria-pressed="is('orderedList')"
      aria-label="List with numbers"
      title="List with numbers"
      @click="chain().toggleOrderedList().run()"
    >
      1—
    </button>
    <button
      :aria-pressed="is('paragraph', { align: 'center' })"
      aria-label="In the middle"
      title="In the middle"
      @click="align(is('paragraph', { align: 'center' }) ? null : 'center')"
    >
      ≡
    </button>
    <button
      :aria-pressed="is('paragraph', { align: 'right' })"
      aria-label="At the right"
      title="At the right"
      @click="align(is('paragraph', { align: 'right' }) ? null : 'right')"
    >
      ⇥
    </button>
    <template v-if="inTable">
      <span class="gap" />
      <button @click="chain().addRowAfter().run()">+ row</button>
      <button @click="chain().addColumnAfter().run()">+ column</button>
      <button @click="chain().deleteRow().run()">− row</button>
      <button @click="chain().deleteColumn().run()">− column</button>
    </template>
    <span class="grow" />
    <button aria-label="Undo" title="Undo (Ctrl Z)" @click="undo">↶</button>
    <button aria-label="Redo" title="Redo (Ctrl Shift Z)" @click="redo">↷</button>
    <button class="wide" aria-haspopup="listbox" @click="emit('insert')">Insert <kbd>/</kbd></button>
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
.bar select {
  width: 160px;
  min-height: 32px;
  padding: 2px 8px;
}
.bar button {
  min-width: 32px;
  min-height: 32px;
  border: 1px solid transparent;
  border-radius: 4px;
  background: transparent;
  cursor: pointer;
  padding: 2px 7px;
}
.bar button:hover {
  border-color: var(--hairline-strong);
}
.bar button[aria-pressed='true'] {
  background: var(--paper);
  border-color: var(--hairline-strong);
}
.bar .wide {
  background: var(--paper);
  border-color: var(--hairline-strong);
  font-weight: 600;
  color: var(--heather-deep);
}
.grow {
  flex: 1;
}
.gap {
  width: 8px;
}
</style>
