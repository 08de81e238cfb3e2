<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/field'
import type { PlacedField } from '~~/core/layout/types'
import type { DraftState } from './draft'
import GivenField from './GivenField.vue'
import PageField from './PageField.vue'

/** The exact pages with one person's fields on them, to be filled where they stand. */
const props = defineProps<{
  src: string
  title: string
  version?: string | number
  fields: readonly PlacedField[]
  /** Places of others who have filled them. */
  theirs?: readonly PlacedField[]
  state: DraftState
}>()
const emit = defineEmits<{ sign: [field: FieldSpec] }>()
/** What belongs to a price table is chosen in the reading view, where the total moves with it. */
const PRICED = new Set(['take', 'quantity', 'agreed-total'])
const on = (page: number) => props.fields.filter((f) => f.page === page && !PRICED.has(f.field.type))
const isFirst = (at: PlacedField) => props.fields.find((f) => f.field.key === at.field.key) === at
</script>

<template>
  <PdfPages :src="src" :title="title" :version="version" class="form-pages [&_.sheet]:@container">
    <template #default="{ page, width, height }">
      <PageField
        v-for="(at, i) in on(page)"
        :key="`${at.field.key}-${i}`"
        :at="at"
        :state="state"
        :width="width"
        :height="height"
        :first="isFirst(at)"
        @sign="emit('sign', $event)"
      />
      <GivenField
        v-for="(at, i) in (theirs ?? []).filter((f) => f.page === page)"
        :key="`given-${at.field.key}-${i}`"
        :at="at"
        :width="width"
        :height="height"
      />
    </template>
  </PdfPages>
</template>
