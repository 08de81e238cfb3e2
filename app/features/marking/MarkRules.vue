<script setup lang="ts">
import RuleEdit from './RuleEdit.vue'
import { useChosen } from './chosen'

/** When something is asked, what it is worked out from, and what becomes of the answer. */
const { table, m, keyed, set } = useChosen()
const { view } = storeToRefs(table)
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
      <Choice
        v-model="how"
        label="Worked out"
        :options="[
          { value: '', label: 'no, it is filled' },
          { value: 'sum', label: 'the sum of' },
          { value: 'count', label: 'how many are filled of' },
          { value: 'days', label: 'the days between' },
          { value: 'join', label: 'the texts joined of' },
        ]"
      />
      <p v-if="m.field.compute" class="wrap">
        <label v-for="[key, label] in keyed" :key="key" class="tick"
          ><Checkbox binary :model-value="m.field.compute.of.includes(key)" @update:model-value="of(key)" />
          {{ label }}</label
        >
      </p>
    </details>
    <details class="more">
      <summary>What becomes of it</summary>
      <label class="field"
        ><span>Leaves as data under the name</span
        ><TypedText
          :value="m.field.dataName"
          maxlength="80"
          :placeholder="m.field.label"
          @given="set({ dataName: $event.trim() || undefined })"
      /></label>
      <Choice
        label="Offered back to the record as"
        :model-value="m.field.writeTo ?? ''"
        :options="[{ value: '', label: 'nothing' }, ...writable.map((v) => ({ value: v.path, label: v.label }))]"
        @update:model-value="set({ writeTo: $event || undefined })"
      />
    </details>
  </template>
</template>
