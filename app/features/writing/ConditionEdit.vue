<script setup lang="ts">
import type { Condition } from '~~/core/document/model'
import { know } from './say'

/** When something is there: always, or only when a value says so. */
const props = defineProps<{ value: Condition | null }>()
const emit = defineEmits<{ change: [Condition | null] }>()
const values = computed(() =>
  Object.entries(know({}).context?.values ?? {}).map(([path, v]) => ({ path, label: v.label })),
)
const uid = useId()
function put(more: Partial<Condition>): void {
  const next: Condition = { path: 'job.people', is: 'set', ...props.value, ...more }
  if (next.is === 'above' || next.is === 'below') next.than ??= 0
  else delete next.than
  emit('change', next)
}
const text = (e: Event) => (e.target as HTMLInputElement).value
</script>

<template>
  <fieldset class="condition">
    <legend class="label">When it is there</legend>
    <select
      :id="`${uid}-w`"
      class="input"
      aria-label="When it is there"
      :value="value ? 'when' : ''"
      @change="text($event) ? put({}) : emit('change', null)"
    >
      <option value="">Always</option>
      <option value="when">Only when…</option>
    </select>
    <template v-if="value">
      <select
        class="input"
        aria-label="The value it depends on"
        :value="value.path"
        @change="put({ path: text($event) })"
      >
        <option v-if="!values.some((v) => v.path === value!.path)" :value="value.path">
          {{ value.path }} (not known)
        </option>
        <option v-for="v in values" :key="v.path" :value="v.path">{{ v.label }}</option>
      </select>
      <span class="two">
        <select
          class="input"
          aria-label="How it is compared"
          :value="value.is"
          @change="put({ is: text($event) as Condition['is'] })"
        >
          <option value="set">is given</option>
          <option value="unset">is not given</option>
          <option value="above">is above</option>
          <option value="below">is below</option>
        </select>
        <input
          v-if="value.is === 'above' || value.is === 'below'"
          v-typed="value.than ?? 0"
          class="input"
          type="number"
          aria-label="Compared with"
          @change="put({ than: Number(text($event)) || 0 })"
        />
      </span>
    </template>
  </fieldset>
</template>

<style scoped>
.condition {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
}
.two {
  display: flex;
  gap: 6px;
}
</style>
