<script setup lang="ts">
import type { Found } from '~~/shared/overview'

const open = ref(false)
const text = ref('')
const { found, at, look, settled } = useLookup(() => api<Found[]>('/api/find', { query: { q: text.value } }))
const KIND = { job: 'job', person: 'person', paper: 'paper', do: 'do' }

async function show() {
  open.value = true
  await look()
}
watch(text, look)
async function go(f: Found | undefined) {
  if (!f) return
  open.value = false
  text.value = ''
  await navigateTo(f.to)
}
const enter = async () => go(await settled())
const listen = (e: KeyboardEvent) => {
  if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
    e.preventDefault()
    void show()
  }
}
onMounted(() => document.addEventListener('keydown', listen))
onBeforeUnmount(() => document.removeEventListener('keydown', listen))
</script>

<template>
  <Button unstyled class="finder" aria-haspopup="dialog" aria-label="Find or do anything" @click="show">
    <span class="long">Find or do anything</span><span class="short" aria-hidden="true">Find</span><kbd>Ctrl K</kbd>
  </Button>
  <Dialog
    v-model:visible="open"
    modal
    dismissable-mask
    header="Find or do"
    :style="{ width: '560px' }"
    position="top"
    :draggable="false"
  >
    <InputText
      v-model="text"
      autofocus
      aria-label="Find jobs, people and papers, or start something"
      role="combobox"
      aria-expanded="true"
      aria-controls="found"
      :aria-activedescendant="found.length ? `found-${at}` : undefined"
      autocomplete="off"
      @keydown.down.prevent="at = Math.min(at + 1, found.length - 1)"
      @keydown.up.prevent="at = Math.max(at - 1, 0)"
      @keydown.enter.prevent="enter"
    />
    <ul id="found" role="listbox" aria-label="Found" class="found">
      <li
        v-for="(f, i) in found"
        :id="`found-${i}`"
        :key="f.kind + f.id"
        role="option"
        :aria-selected="i === at"
        :class="{ at: i === at }"
        @click="go(f)"
      >
        <span class="ellipsis">{{ f.label }}</span><span class="soft small ellipsis"
          >{{ KIND[f.kind] }}, {{ f.detail }}</span
        >
      </li>
    </ul>
    <p v-if="text && found.length === 0" class="soft">Nothing is called that.</p>
  </Dialog>
</template>

<style scoped>
.short {
  display: none;
}
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
.found {
  margin-top: 10px;
}
.found li {
  display: grid;
  grid-template-columns: 1fr 220px;
  gap: 12px;
  padding: 8px 10px;
  border-radius: 4px;
  cursor: pointer;
}
.found li.at {
  background: var(--heather-tint);
}
@media (max-width: 1000px) {
  .finder {
    width: auto;
  }
  .finder .long {
    display: none;
  }
  .finder .short {
    display: inline;
  }
  .finder kbd {
    display: none;
  }
}
</style>
