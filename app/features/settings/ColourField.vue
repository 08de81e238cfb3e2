<script setup lang="ts">
import { TEXT_CONTRAST, contrast, isColour, readable } from '~~/core/look/colours'

/** A colour, picked or typed; one that can’t be read on white says what it becomes. */
const colour = defineModel<string>({ required: true })
defineProps<{ name: string; label: string }>()
/** The picker leaves the hash out. */
const picked = computed({
  get: () => (isColour(colour.value) ? colour.value.slice(1) : '000000'),
  set: (hex: string) => (colour.value = `#${hex}`),
})
/** What could be read on it. */
const ink = computed(() => (isColour(colour.value) && contrast(colour.value) < TEXT_CONTRAST ? '#000000' : '#ffffff'))
const pale = computed(() => isColour(colour.value) && contrast(colour.value) < TEXT_CONTRAST)
</script>

<template>
  <div>
    <FieldOf :name="name" :label="label">
      <InputText v-model="colour" maxlength="7" class="w-30 tabular-nums" />
    </FieldOf>
    <span class="flex gap-2 items-center mt-1.5">
      <!-- For whoever points; by keyboard and ear the colour is typed, above. -->
      <ColorPicker v-model="picked" tabindex="-1" :pt="{ preview: { 'aria-hidden': true, style: { color: ink } } }" />
      <span v-if="pale" class="small text-gorse"
        >Too light to be read on white: it is kept as
        <b class="tabular-nums" :style="{ color: readable(colour) }">{{ readable(colour) }}</b></span
      >
    </span>
  </div>
</template>
