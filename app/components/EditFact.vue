<script setup lang="ts">
/** One fact of a record, edited in place: saved on leaving the field, Escape puts it back. */
const props = defineProps<{
  label: string
  value: string
  type?: 'text' | 'number' | 'datetime-local' | 'textarea' | 'zone'
  shown?: string
  missing?: boolean
  save: (value: string) => Promise<unknown>
}>()
const editing = ref(false),
  draft = ref(''),
  problem = ref('')
const input = ref<HTMLInputElement>()
const zones = Intl.supportedValuesOf('timeZone')
const id = useId()
async function begin() {
  draft.value = props.value
  problem.value = ''
  editing.value = true
  await nextTick()
  input.value?.focus()
}
async function leave() {
  if (!editing.value) return
  if (draft.value === props.value) {
    editing.value = false
    return
  }
  try {
    await props.save(draft.value)
    editing.value = false
    problem.value = ''
  } catch (e) {
    problem.value = (e instanceof ApiProblem && Object.values(e.fields)[0]) || wordsOf(e)
  }
}
const display = computed(() => props.shown ?? props.value)
</script>

<template>
  <div class="fact">
    <dt :id="id">{{ label }}</dt>
    <dd>
      <template v-if="editing">
        <textarea
          v-if="type === 'textarea'"
          ref="input"
          v-model="draft"
          class="input"
          rows="4"
          :aria-labelledby="id"
          @blur="leave"
          @keydown.esc="editing = false"
        />
        <select
          v-else-if="type === 'zone'"
          ref="input"
          v-model="draft"
          class="input"
          :aria-labelledby="id"
          @blur="leave"
          @keydown.esc="editing = false"
        >
          <option v-for="z in zones" :key="z">{{ z }}</option>
        </select>
        <input
          v-else
          ref="input"
          v-model="draft"
          class="input"
          :type="type ?? 'text'"
          :aria-labelledby="id"
          :aria-invalid="!!problem"
          @blur="leave"
          @keydown.enter.prevent="leave"
          @keydown.esc="editing = false"
        />
        <p v-if="problem" class="error" role="alert">{{ problem }}</p>
      </template>
      <button
        v-else
        class="show"
        :class="{ bad: missing && !value, soft: !missing && !value }"
        :aria-label="`${label}: ${display || 'not given'}. Change`"
        @click="begin"
      >
        {{ display || `${missing ? label + ' ' : ''}not given` }}
      </button>
    </dd>
  </div>
</template>

<style scoped>
.fact {
  display: grid;
  grid-template-columns: 86px minmax(0, 1fr);
  align-items: start;
  border-bottom: 1px solid var(--hairline);
  padding: 4px 0;
  min-height: 36px;
}
dt {
  color: var(--ink-soft);
  font-size: 14px;
  padding-top: 4px;
}
.show {
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  padding: 4px 2px;
  cursor: text;
  border-radius: 4px;
  overflow-wrap: anywhere;
  max-height: 120px;
  overflow: hidden;
}
.show:hover {
  background: var(--paper);
}
</style>
