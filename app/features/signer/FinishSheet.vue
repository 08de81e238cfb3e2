<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { consentWords, moneyIn } from '~~/shared/words'
import { useSays } from './says'
import { finishLabel, isQuote } from './useSigner'

/** The last step: what is agreed to, in plain words, and the one button. */
const props = defineProps<{ view: SignerView; total: number | null; busy: boolean; told: string }>()
const emit = defineEmits<{ finish: [further: boolean] }>()
const says = useSays()
const consent = ref(false)
const further = ref(false)
const missing = ref('')
const currency = computed(() => props.view.papers.find((p) => p.figures)?.figures?.currency)
function finish() {
  missing.value = !consent.value
    ? says.value('consentMissing')
    : props.view.further && !further.value
      ? says.value('furtherMissing')
      : ''
  if (!missing.value) emit('finish', further.value)
}
</script>

<template>
  <div>
    <p v-if="isQuote(view) && total !== null && currency" class="text-l">
      {{ says('altogether') }} <b>{{ moneyIn(says.language, total, currency) }}</b>
    </p>
    <label class="grid grid-cols-[32px_1fr] gap-1.5 mt-2.5 mb-4 mx-0">
      <Checkbox v-model="consent" binary />
      <span>{{ consentWords(says, view.business.email) }}</span>
    </label>
    <label v-if="view.further" class="grid grid-cols-[32px_1fr] gap-1.5 mt-2.5 mb-4 mx-0">
      <Checkbox v-model="further" binary />
      <span>{{ view.further }}</span>
    </label>
    <p v-if="missing || told" class="error" role="alert">{{ missing || told }}</p>
    <Button size="large" class="wide" :disabled="busy" @click="finish">{{ finishLabel(view, says) }}</Button>
  </div>
</template>
