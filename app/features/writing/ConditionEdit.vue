<script setup lang="ts">
import type { Condition } from '~~/core/document/model'
import { know } from './say'

/** When something is there: always, or only when a value says so. */
const props = defineProps<{ value: Condition | null }>()
const emit = defineEmits<{ change: [Condition | null] }>()
const values = computed(() =>
  Object.entries(know({}).context?.values ?? {}).map(([path, v]) => ({ path, label: v.label })),
)
function put(more: Partial<Condition>): void {
  const next: Condition = { path: 'job.people', is: 'set', ...props.value, ...more }
  if (next.is === 'above' || next.is === 'below') next.than ??= 0
  else delete next.than
  emit('change', next)
}
</script>

<template>
  <fieldset class="border-0 p-0 m-0 grid gap-1.5">
    <legend class="label">When it is there</legend>
    <Choice
      aria-label="When it is there"
      :model-value="value ? 'when' : ''"
      :options="[
        { value: '', label: 'Always' },
        { value: 'when', label: 'Only when…' },
      ]"
      @update:model-value="$event ? put({}) : emit('change', null)"
    />
    <template v-if="value">
      <Choice
        aria-label="The value it depends on"
        :model-value="value.path"
        :options="[
          ...(!values.some((v) => v.path === value!.path)
            ? [{ value: value.path, label: `${value.path} (not known)` }]
            : []),
          ...values.map((v) => ({ value: v.path, label: v.label })),
        ]"
        @update:model-value="put({ path: $event })"
      />
      <span class="two flex gap-1.5">
        <Choice
          aria-label="How it is compared"
          :model-value="value.is"
          :options="[
            { value: 'set', label: 'is given' },
            { value: 'unset', label: 'is not given' },
            { value: 'above', label: 'is above' },
            { value: 'below', label: 'is below' },
          ]"
          @update:model-value="put({ is: $event as Condition['is'] })"
        />
        <InputNumber
          v-if="value.is === 'above' || value.is === 'below'"
          :model-value="value.than ?? 0"
          :use-grouping="false"
          aria-label="Compared with"
          @update:model-value="put({ than: ($event ?? 0) || 0 })"
        />
      </span>
    </template>
  </fieldset>
</template>
