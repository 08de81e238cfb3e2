<script setup lang="ts">
import { type FieldSpec, askedTypes } from '~~/core/document/field'
import { FIELD_WORDS } from './say'
import { useSheet } from './useSheet'

/** A field: what it is, who fills it, and what it asks. */
const props = defineProps<{ field: FieldSpec; width: number | null }>()
const emit = defineEmits<{ change: [FieldSpec]; width: [number | null] }>()
const { base } = storeToRefs(useSheet())
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
  <Choice
    label="What it is"
    :model-value="field.type"
    :options="askedTypes.map((type) => ({ value: type, label: FIELD_WORDS[type] }))"
    @update:model-value="put({ type: $event as FieldSpec['type'] })"
  />
  <Choice
    label="Who fills it"
    :model-value="field.party"
    :options="[
      ...(!base.parties.some((p) => p.key === field.party)
        ? [{ value: field.party, label: `nobody: “${field.party}” is no party` }]
        : []),
      ...base.parties.map((p) => ({ value: p.key, label: p.label })),
    ]"
    @update:model-value="put({ party: $event })"
  />
  <label class="field"
    ><span>What it asks</span
    ><TypedText :value="field.label" maxlength="200" @given="put({ label: $event || FIELD_WORDS[field.type] })"
  /></label>
  <label v-if="field.type !== 'date'" class="flex gap-2 items-center"
    ><Checkbox binary :model-value="field.required" @update:model-value="put({ required: !field.required })" /> Has to
    be filled</label
  >
  <p v-else class="soft small">The day of signing fills itself.</p>
  <label v-if="field.options" class="field"
    ><span>The answers, one a line</span
    ><TypedText
      long
      :value="field.options.join('\n')"
      rows="4"
      @given="
        put({
          options: $event
            .split('\n')
            .map((o) => o.replace(/;/g, ',').trim())
            .filter(Boolean)
            .slice(0, 40),
        })
      "
    />
  </label>
  <template v-if="field.type === 'day'">
    <Choice
      label="Which days"
      :model-value="field.days?.rule ?? ''"
      :options="[
        { value: '', label: 'any' },
        { value: 'past', label: 'in the past' },
        { value: 'future', label: 'to come' },
        { value: 'between', label: 'between two days' },
      ]"
      @update:model-value="setDays($event)"
    />
    <div v-if="field.days?.rule === 'between'" class="two">
      <WhenField
        :model-value="field.days.from ?? ''"
        kind="day"
        aria-label="From"
        @given="put({ days: { ...field.days, from: $event || undefined } })"
      />
      <WhenField
        :model-value="field.days.to ?? ''"
        kind="day"
        aria-label="To"
        @given="put({ days: { ...field.days, to: $event || undefined } })"
      />
    </div>
  </template>
  <template v-if="asks">
    <label class="field"
      ><span>Help</span><TypedText :value="field.help" maxlength="400" @given="put({ help: $event || undefined })"
    /></label>
    <label class="field"
      ><span>Shown faintly while empty</span
      ><TypedText :value="field.placeholder" maxlength="120" @given="put({ placeholder: $event || undefined })"
    /></label>
    <label class="field"
      ><span>Set for everyone (the signer sees it and can’t change it)</span
      ><TypedText :value="field.preset" maxlength="300" @given="put({ preset: $event || undefined })"
    /></label>
  </template>
  <label class="field"
    ><span>Width, in points</span
    ><InputNumber
      :model-value="width"
      :use-grouping="false"
      :min="20"
      :max="467"
      placeholder="as usual"
      @update:model-value="emit('width', $event || null)"
  /></label>
</template>
