<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'

/** What somebody asked the business from this page, and what they were answered. */
defineProps<{ view: SignerView }>()
const says = useSays()
</script>

<template>
  <dl v-if="view.questions.length" class="asked m-0 w-full border-t border-t-hairline">
    <template v-for="(q, i) in view.questions" :key="i">
      <dt>{{ says('youAsked') }}</dt>
      <dd>{{ q.question }}</dd>
      <template v-if="q.answer">
        <dt>{{ says('theyAnswered', { business: view.business.name }) }}</dt>
        <dd class="answer">{{ q.answer }}</dd>
      </template>
    </template>
  </dl>
</template>

<style scoped>
.asked dt {
  font-size: 13px;
  color: var(--ink-soft);
}
.asked dd {
  margin: 0 0 8px;
  white-space: pre-line;
}
.answer {
  border-inline-start: 3px solid var(--heather);
  padding-inline-start: 10px;
}
</style>
