<script setup lang="ts">
import type { Node as ProseNode } from '@tiptap/pm/model'
import { LISTS } from './say'

/** What can be set about a table: how wide its columns are, where their text stands, how often a row comes. */
const props = defineProps<{ node: ProseNode; row: ProseNode | null }>()
const emit = defineEmits<{ columns: [columns: object[]]; each: [list: string | null] }>()
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
  <div v-for="(c, i) in columns" :key="i" class="two grid grid-cols-[80px_1fr] gap-1.5">
    <InputNumber
      :model-value="c.width"
      :use-grouping="false"
      :min="1"
      :aria-label="`Width of column ${i + 1}`"
      @update:model-value="setColumn(i, { width: Math.max(1, ($event ?? 0) || 1) })"
    />
    <Choice
      :aria-label="`Column ${i + 1} stands`"
      :model-value="c.align ?? 'left'"
      :options="[
        { value: 'left', label: 'at the left' },
        { value: 'center', label: 'in the middle' },
        { value: 'right', label: 'at the right' },
      ]"
      @update:model-value="setColumn(i, { align: $event === 'left' ? undefined : $event })"
    />
  </div>
  <Choice
    v-if="row"
    label="This row"
    :model-value="row.attrs.each ?? ''"
    :options="[
      { value: '', label: 'once' },
      ...Object.entries(LISTS).map(([list, words]) => ({ value: list, label: `once for each ${words}` })),
    ]"
    @update:model-value="emit('each', $event || null)"
  />
</template>
