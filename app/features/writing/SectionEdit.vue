<script setup lang="ts">
import type { Node as SheetNode } from '@tiptap/pm/model'
import { COLUMNS_MAX } from '~~/core/document/model'
import { type Ways, waysOf } from '~~/core/document/prose'

/** What is other from a section on: the columns its text runs in, and how its pages begin, end and count. */
const props = defineProps<{ node: SheetNode }>()
const emit = defineEmits<{ set: [name: string, value: unknown]; ways: [ways: Ways] }>()
const ways = computed(() => waysOf(props.node))
const change = (more: Partial<Ways>) => emit('ways', { ...ways.value, ...more })
const counts = Array.from({ length: COLUMNS_MAX }, (_, i) => ({
  value: i + 1,
  label: i ? `${i + 1} columns` : 'one column',
}))
</script>

<template>
  <Choice
    label="Text runs in"
    :model-value="node.attrs.columns ?? 1"
    :options="counts"
    @update:model-value="emit('set', 'columns', Number($event) > 1 ? Number($event) : null)"
  />
  <label class="flex gap-2 items-center"
    ><Checkbox
      binary
      :model-value="!node.attrs.goesOn"
      @update:model-value="emit('set', 'goesOn', $event ? null : true)"
    />
    A new page begins</label
  >
  <label class="flex gap-2 items-center"
    ><Checkbox binary :model-value="ways.own" @update:model-value="change({ own: $event })" /> Its pages begin and end
    in another way</label
  >
  <template v-if="ways.own">
    <label class="flex gap-2 items-center"
      ><Checkbox binary :model-value="ways.first" @update:model-value="change({ first: $event })" /> Its first page in
      its own</label
    >
    <label class="flex gap-2 items-center"
      ><Checkbox binary :model-value="ways.even" @update:model-value="change({ even: $event })" /> Its even pages in
      their own</label
    >
  </template>
  <label class="field"
    ><span>Its pages count from</span
    ><InputNumber
      :model-value="node.attrs.from"
      :use-grouping="false"
      :min="0"
      :max="9999"
      placeholder="as they come"
      @update:model-value="emit('set', 'from', $event ?? null)"
  /></label>
</template>
