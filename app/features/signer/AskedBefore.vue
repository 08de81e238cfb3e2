<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'

/** What somebody asked the business from this page, and what they were answered. */
defineProps<{ view: SignerView }>()
const says = useSays()
</script>

<template>
  <dl v-if="view.questions.length" class="[&_dt]:text-s [&_dt]:text-ink-soft m-0 w-full border-t border-t-hairline">
    <template v-for="(q, i) in view.questions" :key="i">
      <dt>{{ says('youAsked') }}</dt>
      <dd class="m-0 mb-2 whitespace-pre-line">{{ q.question }}</dd>
      <template v-if="q.answer">
        <dt>{{ says('theyAnswered', { business: view.business.name }) }}</dt>
        <dd class="m-0 mb-2 whitespace-pre-line border-s-3 border-s-heather ps-2.5">{{ q.answer }}</dd>
      </template>
    </template>
  </dl>
</template>
