<script setup lang="ts">
import { FORMATS } from '../writing/say'
import { useChosen } from './chosen'

/** What the sender sets straight on the page: a value of the record, or words of their own. */
const { table, m } = useChosen()
const { view } = storeToRefs(table)
const values = computed(() => Object.entries(view.value.context.values).map(([path, v]) => ({ path, label: v.label })))
const words = (more: object) => m.value?.words && table.setWords(m.value.id, { ...m.value.words, ...more })
</script>

<template>
  <template v-if="m?.words">
    <div v-if="m.words.path !== undefined" class="two">
      <Choice
        label="Value"
        :model-value="m.words.path"
        :options="values.map((v) => ({ value: v.path, label: v.label }))"
        @update:model-value="words({ path: $event })"
      />
      <Choice
        label="Printed"
        :model-value="m.words.format ?? 'plain'"
        :options="Object.entries(FORMATS).map(([f, w]) => ({ value: f, label: w }))"
        @update:model-value="words({ format: $event })"
      />
    </div>
    <label v-else class="field"
      ><span>Your words</span
      ><TypedText id="own-words" :value="m.words.text" maxlength="2000" @given="words({ text: $event })"
    /></label>
    <div class="two">
      <Choice
        label="Letters"
        :model-value="m.words.face"
        :options="[
          { value: 'sans', label: 'plain' },
          { value: 'serif', label: 'with serifs' },
        ]"
        @update:model-value="words({ face: $event })"
      />
      <label class="field"
        ><span>Size in points</span
        ><InputNumber
          :model-value="m.words.size"
          :use-grouping="false"
          :min="4"
          :max="72"
          placeholder="fitted"
          @update:model-value="words({ size: $event ?? undefined })"
      /></label>
    </div>
  </template>
</template>
