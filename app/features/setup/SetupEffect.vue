<script setup lang="ts">
import { countryName } from '~~/core/country/presets'
import { type Answers, effectOf } from './effect'

/** What the answers do: an invoice, how days are written, on which sheets. */
const props = defineProps<{
  answers: Answers
  name: string
  sample: { words: Record<string, string>; price: number } | null
  /** Within a page that has its own place beside it. */
  bare?: boolean
}>()
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const words = computed(
  () => props.sample?.words[props.answers.usual.language === 'de' ? 'de' : 'en'] ?? 'Something you do',
)
const effect = computed(() =>
  effectOf(props.answers, { words: words.value, amount: props.sample?.price ?? 10_000 }, today),
)
const week = computed(() => (props.answers.usual.weekStart === 7 ? 'week from Sunday' : 'week from Monday'))
const language = computed(() => {
  const { language: of } = props.answers.usual
  return new Intl.DisplayNames(['en'], { type: 'language' }).of(of)
})
</script>

<template>
  <component
    :is="bare ? 'div' : 'aside'"
    class="grid gap-3.5"
    :class="!bare && 'content-start bg-desk p-5 narrow:py-7 narrow:px-11'"
    :aria-label="bare ? undefined : 'What your answers do'"
  >
    <h2 v-if="!bare">What your answers do</h2>
    <div class="card py-4.5 px-6.5" :lang="answers.usual.language">
      <p class="flex justify-between gap-4">
        <b class="font-serif text-xl">{{ effect.title }}</b><span class="font-serif wrap-anywhere text-end">{{
          name || 'Your business'
        }}</span>
      </p>
      <p class="soft font-serif mb-3">{{ effect.numbered }}</p>
      <p class="flex justify-between gap-4 py-1.75 border-t border-t-hairline font-serif">
        <span>{{ effect.line.words }}</span><span class="tabular-nums whitespace-nowrap">{{ effect.line.amount }}</span>
      </p>
      <p
        v-for="r in effect.rows"
        :key="r.words"
        class="flex justify-between gap-4 py-1.75 border-t border-t-hairline font-serif"
        :class="r.strong ? 'strong' : 'soft'"
      >
        <span>{{ r.words }}</span><span class="tabular-nums whitespace-nowrap">{{ r.amount }}</span>
      </p>
    </div>
    <div class="card py-4.5 px-6.5 flex flex-wrap justify-between gap-x-6">
      <span>{{ effect.when }}</span>
      <span class="soft">{{ answers.usual.paper }} · {{ week }} · {{ answers.usual.timeZone }}</span>
    </div>
    <div class="card py-4.5 px-6.5">
      <p class="soft small">What an invoice from {{ countryName(answers.usual.code) }} shows of you</p>
      <p>name and address, {{ answers.usual.tax.number }}</p>
      <p class="soft small mt-2">Papers and letters begin in</p>
      <p>{{ language }}</p>
    </div>
  </component>
</template>
