<script setup lang="ts">
import type { PreflightNote } from '~~/core/preflight/preflight'

/** What would go wrong, each with its place and one press that cures it. */
defineProps<{ notes: PreflightNote[]; good: string }>()
const emit = defineEmits<{ go: [string]; cure: [PreflightNote] }>()
</script>

<template>
  <ul class="grid gap-3.5 mt-2" aria-label="Before it goes">
    <li v-for="(n, i) in notes" :key="n.rule + n.at + i" :class="n.severity">
      <Button v-if="n.at" unstyled class="words" @click="emit('go', n.at)">{{ n.words }}</Button>
      <span v-else>{{ n.words }}</span>
      <span class="sr">{{ n.severity === 'stop' ? 'This has to be put right first.' : 'Worth a look.' }}</span>
      <Button v-if="n.cure" variant="outlined" @click="emit('cure', n)">{{ n.cure.label }}</Button>
    </li>
    <li v-if="!notes.length" class="good soft">{{ good }}</li>
  </ul>
</template>

<style scoped>
li {
  border-left: 3px solid var(--gorse);
  padding: 2px 0 2px 11px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
li.stop {
  border-color: var(--bracken);
}
li.good {
  border-color: var(--moss);
}
.words {
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  cursor: pointer;
}
.words:hover {
  text-decoration: underline;
}
</style>
