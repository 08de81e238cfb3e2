<script setup lang="ts">
import { type FieldSpec, askedTypes } from '~~/core/document/field'
import { FIELD_WORDS } from './say'
import { useThisSheet } from './useSheet'

/** A field: what it is, who fills it, and what it asks. */
const props = defineProps<{ field: FieldSpec; width: number | null }>()
const emit = defineEmits<{ change: [FieldSpec]; width: [number | null] }>()
const { base } = useThisSheet()
const text = (e: Event) => (e.target as HTMLInputElement).value
const put = (more: Partial<FieldSpec>) => {
  const next = { ...props.field, ...more }
  for (const k of ['help', 'placeholder', 'preset', 'days'] as const) if (!next[k]) delete next[k]
  const choosing = next.type === 'choice' || next.type === 'choices'
  if (choosing) next.options = next.options?.length ? next.options : ['Yes', 'No']
  else delete next.options
  if (next.type !== 'day') delete next.days
  emit('change', next)
}
const setDays = (rule: string) => put({ days: rule ? { ...props.field.days, rule: rule as 'past' } : undefined })
const asks = computed(() => !['date', 'signature', 'tick', 'attachment'].includes(props.field.type))
</script>

<template>
  <label class="field"
    ><span>What it is</span>
    <select class="input" :value="field.type" @change="put({ type: text($event) as FieldSpec['type'] })">
      <option v-for="type in askedTypes" :key="type" :value="type">{{ FIELD_WORDS[type] }}</option>
    </select>
  </label>
  <label class="field"
    ><span>Who fills it</span>
    <select class="input" :value="field.party" @change="put({ party: text($event) })">
      <option v-if="!base.parties.some((p) => p.key === field.party)" :value="field.party">
        nobody: “{{ field.party }}” is no party
      </option>
      <option v-for="p in base.parties" :key="p.key" :value="p.key">{{ p.label }}</option>
    </select>
  </label>
  <label class="field"
    ><span>What it asks</span
    ><input
      v-typed="field.label"
      class="input"
      maxlength="200"
      @change="put({ label: text($event) || FIELD_WORDS[field.type] })"
  /></label>
  <label v-if="field.type !== 'date'" class="tick"
    ><input type="checkbox" :checked="field.required" @change="put({ required: !field.required })" /> Has to be
    filled</label
  >
  <p v-else class="soft small">The day of signing fills itself.</p>
  <label v-if="field.options" class="field"
    ><span>The answers, one a line</span
    ><textarea
      v-typed="field.options.join('\n')"
      class="input"
      rows="4"
      @change="
        put({
          options: text($event)
            .split('\n')
            .map((o) => o.replace(/;/g, ',').trim())
            .filter(Boolean)
            .slice(0, 40),
        })
      "
    />
  </label>
  <template v-if="field.type === 'day'">
    <label class="field"
      ><span>Which days</span>
      <select class="input" :value="field.days?.rule ?? ''" @change="setDays(text($event))">
        <option value="">any</option>
        <option value="past">in the past</option>
        <option value="future">to come</option>
        <option value="between">between two days</option>
      </select>
    </label>
    <div v-if="field.days?.rule === 'between'" class="two">
      <input
        v-typed="field.days.from"
        class="input"
        type="date"
        aria-label="From"
        @change="put({ days: { ...field.days, from: text($event) || undefined } })"
      />
      <input
        v-typed="field.days.to"
        class="input"
        type="date"
        aria-label="To"
        @change="put({ days: { ...field.days, to: text($event) || undefined } })"
      />
    </div>
  </template>
  <template v-if="asks">
    <label class="field"
      ><span>Help</span
      ><input v-typed="field.help" class="input" maxlength="400" @change="put({ help: text($event) || undefined })"
    /></label>
    <label class="field"
      ><span>Shown faintly while empty</span
      ><input
        v-typed="field.placeholder"
        class="input"
        maxlength="120"
        @change="put({ placeholder: text($event) || undefined })"
    /></label>
    <label class="field"
      ><span>Set for everyone (the signer sees it and can’t change it)</span
      ><input v-typed="field.preset" class="input" maxlength="300" @change="put({ preset: text($event) || undefined })"
    /></label>
  </template>
  <label class="field"
    ><span>Width, in points</span
    ><input
      v-typed="width"
      class="input"
      type="number"
      min="20"
      max="467"
      placeholder="as usual"
      @change="emit('width', Number(text($event)) ? Math.min(467, Math.max(20, Number(text($event)))) : null)"
  /></label>
</template>

<style scoped>
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
</style>
