<script setup lang="ts">
import RuleEdit from './RuleEdit.vue'
import { useChosen } from './chosen'

/** When something is asked, what it is worked out from, and what becomes of the answer. */
const { table, m, keyed, set, text } = useChosen()
const { view } = table
const how = computed({
  get: () => m.value?.field.compute?.how ?? '',
  set: (v) =>
    set({
      compute: v
        ? { how: v as 'sum', of: m.value?.field.compute?.of ?? keyed.value.slice(0, 2).map(([k]) => k) }
        : undefined,
      required: false,
    }),
})
const of = (key: string) => {
  const c = m.value?.field.compute
  if (c) set({ compute: { ...c, of: c.of.includes(key) ? c.of.filter((k) => k !== key) : [...c.of, key] } })
}
const writable = computed(() =>
  Object.entries(view.value.context.values).flatMap(([path, v]) =>
    v.source.fact && (v.source.record === 'job' || v.source.record === 'contact') ? [{ path, label: v.label }] : [],
  ),
)
</script>

<template>
  <template v-if="m">
    <details class="more">
      <summary>Rules</summary>
      <RuleEdit
        label="Asked only when"
        :but="m.field.key"
        :model-value="m.field.show"
        @update:model-value="set({ show: $event })"
      />
      <RuleEdit
        label="Has to be filled only when"
        :but="m.field.key"
        :model-value="m.field.require"
        @update:model-value="set({ require: $event })"
      />
      <label class="field"
        ><span>Worked out</span>
        <select v-model="how" class="input">
          <option value="">no, it is filled</option>
          <option value="sum">the sum of</option>
          <option value="count">how many are filled of</option>
          <option value="days">the days between</option>
          <option value="join">the texts joined of</option>
        </select></label
      >
      <p v-if="m.field.compute" class="wrap">
        <label v-for="[key, label] in keyed" :key="key" class="tick"
          ><input type="checkbox" :checked="m.field.compute.of.includes(key)" @change="of(key)" /> {{ label }}</label
        >
      </p>
    </details>
    <details class="more">
      <summary>What becomes of it</summary>
      <label class="field"
        ><span>Leaves as data under the name</span
        ><input
          v-typed="m.field.dataName"
          class="input"
          maxlength="80"
          :placeholder="m.field.label"
          @change="set({ dataName: text($event).trim() || undefined })"
      /></label>
      <label class="field"
        ><span>Offered back to the record as</span>
        <select class="input" :value="m.field.writeTo ?? ''" @change="set({ writeTo: text($event) || undefined })">
          <option value="">nothing</option>
          <option v-for="v in writable" :key="v.path" :value="v.path">{{ v.label }}</option>
        </select></label
      >
    </details>
  </template>
</template>
