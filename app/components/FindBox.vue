<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import type { Found } from '~~/shared/overview'

/** Finds anything, starts anything, from anywhere: Ctrl or Cmd and K. */
const open = ref(false)
const look = (q: string) => api<Found[]>('/api/find', { query: { q } })
const KIND = {
  job: 'job',
  person: 'person',
  paper: 'paper',
  invoice: 'invoice',
  item: 'priced item',
  template: 'template',
  do: 'do',
}
const { act } = useAct()
const notices = useNotices()
async function go(found: Found) {
  // Once the press on its row is over: the part still looks for its field then.
  setTimeout(() => (open.value = false))
  if (found.nudge)
    return act(async () => {
      await evenIfQuiet((quiet) => api(`/api/papers/${found.nudge}/nudge`, { method: 'POST', body: { quiet } }))
      notices.say(`Nudged for ${found.label.replace('Nudge: ', '')}.`)
    })
  await navigateTo(found.to)
}
const box = useTemplateRef<{ focus(): void }>('box')
useEventListener(document, 'keydown', (e: KeyboardEvent) => {
  if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'k') return
  e.preventDefault()
  open.value = true
})
</script>

<template>
  <Button unstyled class="finder" aria-haspopup="dialog" aria-label="Find or do anything" @click="open = true">
    <span class="long">Find or do anything</span><span class="short hidden" aria-hidden="true">Find</span
    ><kbd>Ctrl K</kbd>
  </Button>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    header="Find or do"
    :style="{ width: 'min(560px, 96vw)' }"
    position="top"
    :draggable="false"
    @show="box?.focus()"
  >
    <LookUp
      ref="box"
      autofocus
      class="found grid gap-2"
      label="Find jobs, people and papers, or start something"
      placeholder="orchard, INV-0012, new waiver for Ines, nudge Weir View"
      :look="look"
      :words="(f) => `${f.label}, ${KIND[f.kind]}`"
      @chosen="go"
    >
      <template #option="{ option: f }"
        ><span class="ellipsis">{{ f.label }}</span
        ><span class="soft small ellipsis">{{ KIND[f.kind] }}, {{ f.detail }}</span></template
      >
    </LookUp>
  </Dialog>
</template>

<style scoped>
.finder {
  display: flex;
  justify-content: space-between;
  align-items: center;
  width: 300px;
  min-height: 34px;
  background: var(--paper);
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  padding: 4px 10px;
  color: var(--ink-soft);
  cursor: pointer;
}
/* What is found stands in the box itself, under what is typed. */
.found :deep(.p-autocomplete-option) {
  gap: 10px;
}
.found :deep(.p-autocomplete-overlay) {
  position: static !important;
  border: 0;
  box-shadow: none;
}
@media (max-width: 1000px) {
  .finder {
    width: auto;
  }
  .finder .long,
  .finder kbd {
    display: none;
  }
  .finder .short {
    display: inline;
  }
}
</style>
