<script setup lang="ts">
import { fieldsOf } from '~~/core/document/walk'
import { usePaper } from './usePaper'

/** What belongs to this paper alone: the values it asks for, and fields that are set before it goes. */
defineProps<{ editable: boolean }>()
const thisPaper = usePaper()
const { id, paper } = storeToRefs(thisPaper)
const { act, load } = thisPaper
const written = computed(() => paper.value.written)
const setValue = (key: string, text: string) =>
  act(async () => {
    await api(`/api/papers/${id.value}`, { method: 'PATCH', body: { values: { [key]: text } } })
    await load()
  })
/** Fields whose text the sender may set before it goes. */
const settable = computed(() =>
  fieldsOf(written.value.base).filter((f) => ['text', 'number', 'organisation', 'job-title'].includes(f.type)),
)
const setPreset = (key: string, text: string) =>
  act(async () => {
    await api(`/api/papers/${id.value}`, { method: 'PATCH', body: { presets: { [key]: text } } })
    await load()
  })
</script>

<template>
  <section v-if="written.base.asks?.length" aria-label="Values of this paper" class="gap">
    <h2>Of this paper alone</h2>
    <label v-for="a in written.base.asks" :key="a.key" class="field mt-2"
      ><span>{{ a.label }}{{ a.required ? '' : ' (may be empty)' }}</span
      ><WhenField
        v-if="a.type === 'day'"
        :model-value="written.own.values[a.key] ?? ''"
        kind="day"
        :disabled="!editable"
        @given="setValue(a.key, $event)" /><TypedText
        v-else
        :value="written.own.values[a.key]"
        :disabled="!editable"
        maxlength="500"
        :placeholder="a.help"
        @given="setValue(a.key, $event)"
    /></label>
  </section>
  <details v-if="editable && settable.length" class="gap">
    <summary class="soft small">Set a field before it goes</summary>
    <label v-for="f in settable" :key="f.key" class="field mt-2"
      ><span>{{ f.label }}</span
      ><TypedText
        :value="written.own.presets[f.key] ?? f.preset ?? ''"
        maxlength="300"
        placeholder="the signer fills it"
        @given="setPreset(f.key, $event)"
    /></label>
  </details>
</template>
