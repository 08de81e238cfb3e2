<script setup lang="ts">
import { z } from 'zod'
import type { ContactView } from '~~/shared/jobs'
import { requiredLine } from '~~/shared/text'
import { useMarking } from './useMarking'

/** Who is on the paper, each with the number that gives a blank to them, and the keys of the table. */
const table = useMarking()
const { parties, view, marks } = storeToRefs(table)
const { busy, act } = useAct()
const open = ref<string | null>(null)
const chosen = ref<ContactView | null>(null)
const who = computed(() => parties.value.find((p) => p.key === open.value))
const label = ref('')
watch(who, (p) => {
  label.value = p?.label ?? ''
  chosen.value = null
})
const dialog = computed({ get: () => open.value !== null, set: (v) => !v && (open.value = null) })
const fields = (key: string) => marks.value.filter((m) => m.field.party === key && m.state !== 'dismissed').length

const named = z.object({ label: requiredLine(60, 'The name') })
async function keep({ label: name }: { label: string }) {
  const key = open.value!
  if (name !== who.value?.label)
    table.change((h) => {
      h.parties = h.parties.map((p) => (p.key === key ? { ...p, label: name } : p))
    })
  if (chosen.value) await bind({ party: key, contactId: chosen.value.id })
  open.value = null
}
async function bind(body: { party: string; contactId?: string; me?: boolean }): Promise<void> {
  if (!(await table.flush())) throw new Error(table.told || 'What is on the table could not be kept yet.')
  await api(`/api/papers/${table.id}`, { method: 'PATCH', body: { bind: body } })
  await table.refreshNotes()
}
const me = () =>
  act(async () => {
    await bind({ party: open.value!, me: true })
    open.value = null
  })
function add(): void {
  let n = parties.value.length + 1
  while (parties.value.some((p) => p.key === `party-${n}`)) n += 1
  const key = `party-${n}`
  table.change((h) => h.parties.push({ key, label: `Party ${n}` }))
  open.value = key
}
const takeOut = () => {
  table.change((h) => {
    h.parties = h.parties.filter((p) => p.key !== open.value)
  })
  open.value = null
}
function chooseAll(): void {
  table.chooseParty(open.value!)
  open.value = null
}
const TYPES = [
  ['s', 'signature'],
  ['i', 'initials'],
  ['n', 'name'],
  ['d', 'date'],
  ['t', 'text'],
  ['c', 'tick'],
]
</script>

<template>
  <footer class="bar" aria-label="Parties and keys">
    <Button v-for="(p, i) in parties" :key="p.key" unstyled class="who" @click="open = p.key">
      <span class="party" :class="[`party-${(i % 4) + 1}`, { again: i > 3 }]">{{ i + 1 }}</span>
      {{ view.people[p.key] && p.key !== 'business' ? `${p.label}: ${view.people[p.key]}` : p.label }}
    </Button>
    <Button variant="text" :disabled="parties.length >= 12" @click="add">Add a party</Button>
    <span class="keys" aria-hidden="true">
      <span v-for="[k, w] in TYPES" :key="k"
        ><kbd>{{ k }}</kbd> {{ w }}</span
      >
      <span><kbd>Enter</kbd> settle</span>
      <span><kbd>Shift+Enter</kbd> all like this</span>
      <span><kbd>b</kbd> draw a blank</span>
      <span><kbd>?</kbd> all keys</span>
    </span>
    <Dialog
      v-model:visible="dialog"
      modal
      :header="who?.label ?? 'Party'"
      :style="{ width: '460px' }"
      :draggable="false"
    >
      <FormOf v-slot="{ busy: on }" class="form" :schema="named" :given="() => ({ label })" :send="keep">
        <FieldOf name="label" label="Called on this paper"
          ><InputText v-model="label" autofocus maxlength="60"
        /></FieldOf>
        <template v-if="table.of === 'paper'">
          <p class="soft small">
            {{
              view.people[open ?? '']
                ? `${view.people[open ?? '']} stands for this party.`
                : 'Nobody stands for this party yet.'
            }}
          </p>
          <ClientPicker v-model="chosen" label="Who it is" />
        </template>
        <p class="acts">
          <Button type="submit" :disabled="busy || on">Keep it so</Button>
          <Button v-if="table.of === 'paper'" variant="outlined" :disabled="busy" @click="me">This is us</Button>
          <Button v-if="open && fields(open)" variant="outlined" @click="chooseAll">
            Choose all {{ fields(open) }} of its fields
          </Button>
          <Button v-if="open && !fields(open)" variant="text" @click="takeOut"> Take the party out </Button>
        </p>
      </FormOf>
    </Dialog>
  </footer>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding: 10px 28px;
  border-top: 1px solid var(--hairline-strong);
  background: var(--chalk);
}
.who {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  border: 0;
  background: none;
  cursor: pointer;
  padding: 4px 2px;
  max-width: 220px;
}
.again {
  outline: 1px solid currentcolor;
  outline-offset: 1px;
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  font-size: 13px;
  color: var(--ink-soft);
  border-left: 1px solid var(--hairline-strong);
  padding-left: 14px;
}
@media (max-width: 900px) {
  .keys {
    display: none;
  }
}
</style>
