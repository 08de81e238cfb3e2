<script setup lang="ts">
import type { FieldSpec } from '~~/core/document/field'
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'

/** On a wide screen, beside the pages: everything that is theirs to fill, in its order, what is left and what is there. */
const props = defineProps<{ view: SignerView; left: readonly { key: string }[] }>()
defineEmits<{ go: [key: string] }>()
const says = useSays()
/** What fills itself is nobody's to do. */
const BY_ITSELF = new Set<FieldSpec['type']>(['date', 'agreed-total'])
const rows = computed(() => {
  const fields = new Map(props.view.person.fields.filter((f) => !BY_ITSELF.has(f.type)).map((f) => [f.key, f]))
  const missing = props.left.map((p) => p.key)
  const named = (key: string) => fields.get(key)?.label || says.value('theQuantity')
  return [...new Set([...fields.keys(), ...missing])].map((key) => ({
    key,
    label: named(key).slice(0, 80),
    left: missing.includes(key),
  }))
})
</script>

<template>
  <section class="guide" :aria-label="says('whatIsLeft')">
    <h2>{{ says('whatIsLeft') }}</h2>
    <ul>
      <li v-for="r in rows" :key="r.key">
        <Button unstyled class="row" @click="$emit('go', r.key)">
          <StopMark :state="r.left ? 'yours' : 'settled'" :size="16" />
          <span :class="{ soft: !r.left }">{{ r.label }}</span>
          <span v-if="!r.left" class="sr">{{ says('stDone') }}</span>
        </Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 24px minmax(0, 1fr);
  align-items: center;
  width: 100%;
  padding: 8px 0;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  text-align: start;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.row:hover {
  background: var(--heather-tint);
}
</style>
