<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/field'
import { fieldsOf, pageInitials } from '~~/core/document/walk'
import type { SignerView } from '~~/shared/signer'
import SignerField from './SignerField.vue'
import type { useDraft } from './draft'
import { useSays } from './says'

/** What is asked for beside the papers: initials for every page, and fields that stand on none of them. */
const props = defineProps<{ view: SignerView; state: ReturnType<typeof useDraft> }>()
defineEmits<{ sign: [field: FieldSpec] }>()
const says = useSays()
const person = computed(() => props.view.person)
/** Initials that stand on every page are asked for once, at the end. */
const onEveryPage = computed(() => person.value.fields.filter((f) => f.key === pageInitials(person.value.party).key))
/** Fields that stand on none of the papers: what a witness states. */
const besides = computed(() => {
  const there = new Set(props.view.papers.flatMap((p) => (p.document ? fieldsOf(p.document).map((f) => f.key) : [])))
  const priced = new Set(['take', 'quantity', 'agreed-total'])
  return person.value.fields.filter((f) => !there.has(f.key) && !priced.has(f.type))
})
const others = computed(() => besides.value.filter((f) => !onEveryPage.value.includes(f)))
</script>

<template>
  <section v-if="onEveryPage.length || others.length" class="py-4 px-5 border-t border-t-hairline">
    <p v-for="f in onEveryPage" :key="f.key" class="mb-3.5">
      <label class="block font-semibold text-m font-sans leading-normal" :for="`f-${f.key}`">{{
        says('initialsEveryPage')
      }}</label>
      <SignerField :field="f" :state="state" mine @sign="$emit('sign', $event)" />
    </p>
    <h2 v-if="others.length" class="font-semibold text-m font-sans leading-normal text-ink-soft">
      {{ says('aboutYou') }}
    </h2>
    <p v-for="f in others" :key="f.key" class="mb-3.5">
      <label class="block font-semibold text-m font-sans leading-normal" :for="`f-${f.key}`">{{ f.label }}</label>
      <SignerField :field="f" :state="state" mine @sign="$emit('sign', $event)" />
    </p>
  </section>
</template>
