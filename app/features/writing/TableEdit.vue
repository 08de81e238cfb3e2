<script setup lang="ts">
import type { Node as ProseNode } from '@tiptap/pm/model'
import { LISTS } from './say'

/** What can be set about a table: how wide its columns are, where their text stands, how often a row comes. */
const props = defineProps<{ node: ProseNode; row: ProseNode | null }>()
const emit = defineEmits<{ columns: [columns: object[]]; each: [list: string | null] }>()
const text = (event: Event) => (event.target as HTMLInputElement).value
const columns = computed(() => {
  const wide = props.node.firstChild?.childCount ?? 1
  const old = (props.node.attrs.columns ?? []) as { width: number; align?: string }[]
  return Array.from({ length: wide }, (_, i) => (old.length === wide ? old[i]! : { width: 100 }))
})
const setColumn = (i: number, more: object) =>
  emit(
    'columns',
    columns.value.map((c, k) => (k === i ? { ...c, ...more } : c)),
  )
</script>

<template>
  <div v-for="(c, i) in columns" :key="i" class="two">
    <input
      v-typed="c.width"
      class="input"
      type="number"
      min="1"
      :aria-label="`Width of column ${i + 1}`"
      @change="setColumn(i, { width: Math.max(1, Number(text($event)) || 1) })"
    />
    <select
      class="input"
      :aria-label="`Column ${i + 1} stands`"
      :value="c.align ?? 'left'"
      @change="setColumn(i, { align: text($event) === 'left' ? undefined : text($event) })"
    >
      <option value="left">at the left</option>
      <option value="center">in the middle</option>
      <option value="right">at the right</option>
    </select>
  </div>
  <label v-if="row" class="field"
    ><span>This row</span>
    <select class="input" :value="row.attrs.each ?? ''" @change="emit('each', text($event) || null)">
      <option value="">once</option>
      <option v-for="(words, list) in LISTS" :key="list" :value="list">once for each {{ words }}</option>
    </select></label
  >
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 80px 1fr;
  gap: 6px;
}
</style>
