<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'
import { finishLabel } from './useSigner'

/** The one bar: how many things are left, and a button to the next. */
const props = defineProps<{ view: SignerView; left: readonly { key: string }[]; wide?: boolean }>()
defineEmits<{ next: [] }>()
const says = useSays()
const leftWords = computed(() => {
  const n = props.left.length
  return n === 0 ? says.value('everythingThere') : says.value('left', { n })
})
const nextLabel = computed(() => {
  const [first] = props.left
  if (!first) return finishLabel(props.view, says.value)
  const field = props.view.person.fields.find((f) => f.key === first.key)
  const next = !field
    ? says.value('theQuantity')
    : field.type === 'signature'
      ? says.value('yourSignatureNext')
      : field.type === 'initials'
        ? says.value('yourInitialsNext')
        : field.label.slice(0, 34)
  return says.value('next', { what: next })
})
</script>

<template>
  <div class="bar" :class="{ wide }">
    <p aria-live="polite">
      <b>{{ leftWords }}</b>
      <span class="soft small">{{ left.length === 0 ? says('readOver') : says('thenDone') }}</span>
    </p>
    <Button size="large" @click="$emit('next')">{{ nextLabel }}</Button>
  </div>
</template>

<style scoped>
.bar {
  position: fixed;
  inset: auto 0 0;
  z-index: 30;
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  max-width: 720px;
  margin: 0 auto;
  padding: 12px 16px;
  background: var(--paper);
  border-top: 1px solid var(--hairline-strong);
}
.bar.wide {
  position: static;
  display: grid;
  margin: 16px 0;
  padding: 0;
  border: 0;
}
.bar span {
  display: block;
}
@media print {
  .bar {
    display: none;
  }
}
</style>
