<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** What is always there: keep a copy, ask a question, pass it on where that is allowed, decline. */
const props = defineProps<{ view: SignerView }>()
defineEmits<{ open: [sheet: 'question' | 'pass' | 'decline'] }>()
const signer = useSigner()
const says = useSays()
const several = computed(() => props.view.papers.length > 1)
</script>

<template>
  <div class="more flex flex-wrap gap-y-1.5 gap-x-4.5 items-center py-3 px-5 border-t border-hairline print:hidden">
    <template v-if="!view.onPad">
      <a
        v-for="p in view.papers"
        :key="p.id"
        :href="signer.at(`/pdf?paper=${encodeURIComponent(p.id)}`)"
        target="_blank"
        >{{ several ? says('keepPaper', { paper: p.title }) : says('keepCopy') }}</a
      >
    </template>
    <Button variant="text" @click="$emit('open', 'question')">{{ says('ask') }}</Button>
    <Button v-if="view.person.mayPassOn" variant="text" @click="$emit('open', 'pass')">{{ says('passOn') }}</Button>
    <Button variant="text" @click="$emit('open', 'decline')">{{ says('decline') }}</Button>
  </div>
</template>
