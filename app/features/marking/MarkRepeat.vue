<script setup lang="ts">
import { useMarking } from './useMarking'

/** What is chosen, once more: for another party, or on other pages. */
const table = useMarking()
const { current: m, parties, view } = storeToRefs(table)
const copyParty = ref('')
const others = computed(() => parties.value.filter((p) => p.key !== m.value?.field.party))
const pagesText = ref('')
const repeatProblem = ref('')
function repeat(all: boolean): void {
  const n = view.value.marked.pages.length
  const on = all
    ? Array.from({ length: n }, (_, i) => i + 1)
    : pagesText.value.split(',').flatMap((part) => {
        const [, a, b] = /^\s*(\d+)(?:\s*-\s*(\d+))?\s*$/.exec(part) ?? []
        return a
          ? Array.from({ length: Math.max(1, Number(b ?? a) - Number(a) + 1) }, (_, i) => Number(a) + i)
          : [Number.NaN]
      })
  repeatProblem.value = on.some((p) => !(p >= 1 && p <= n)) ? `Give pages from 1 to ${n}, such as 2, 4-6.` : ''
  if (!repeatProblem.value) table.repeat(on)
}
</script>

<template>
  <details v-if="others.length" class="more">
    <summary>Copy to another party</summary>
    <p class="wrap">
      <Choice
        v-model="copyParty"
        class="tight"
        aria-label="Copy for"
        :options="[
          { value: '', label: others[0]!.label },
          ...others.slice(1).map((p) => ({ value: p.key, label: p.label })),
        ]"
      />
      <Button variant="outlined" @click="table.copyTo(copyParty || others[0]!.key, 'beside')">Beside</Button>
      <Button variant="outlined" @click="table.copyTo(copyParty || others[0]!.key, 'beneath')">Beneath</Button>
    </p>
  </details>
  <details v-if="view.marked.pages.length > 1" class="more">
    <summary>Repeat on other pages</summary>
    <p class="wrap">
      <Button variant="outlined" @click="repeat(true)">On every page</Button>
      <InputText
        v-model="pagesText"
        class="tight"
        aria-label="Pages"
        placeholder="2, 4-6"
        @keydown.enter.prevent="repeat(false)"
      />
      <Button variant="outlined" @click="repeat(false)">On these</Button>
    </p>
    <p v-if="repeatProblem" class="error" role="alert">{{ repeatProblem }}</p>
  </details>
</template>
