<script setup lang="ts">
import { Plus } from '@lucide/vue'
import type { Ask, Party } from '~~/core/document/model'
import { waysOf } from '~~/core/document/prose'
import { usesOfValue } from '~~/core/document/values'
import { pathOf } from '~~/core/merge/context'
import ConditionEdit from './ConditionEdit.vue'
import { useSheet } from './useSheet'

/** What is on the sheet, who stands on it, and what is asked when a paper is made of it. */
const sheet = useSheet()
const { editor, worked, base } = storeToRefs(sheet)
const { setBase, goTo } = sheet
interface Entry {
  id: string
  text: string
  level: number
}
const outline = computed<Entry[]>(() => {
  const found: Entry[] = []
  void worked.value
  editor.value?.state.doc.descendants((node) => {
    if (node.type.name === 'heading')
      found.push({
        id: String(node.attrs.id),
        text: `${worked.value?.numbers[String(node.attrs.id)] ?? ''} ${node.textContent}`.trim() || 'Untitled',
        level: Number(node.attrs.level),
      })
    return !node.isTextblock
  })
  return found.filter((h) => h.level > 1 || found.length < 3)
})

const own = computed(() => {
  void worked.value
  return editor.value ? waysOf(editor.value.state.doc) : null
})

const open = ref<string | null>(null)
const keyOf = (label: string, taken: readonly string[]): string => {
  const stem =
    label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^[^a-z]+|-+$/g, '')
      .slice(0, 30) || 'party'
  for (let n = 1; ; n += 1) if (!taken.includes(n === 1 ? stem : `${stem}-${n}`)) return n === 1 ? stem : `${stem}-${n}`
}
const USUAL = ['Client', 'Business', 'Guest', 'Guardian', 'Witness']
const free = computed(() => USUAL.filter((u) => !base.value.parties.some((p) => p.key === u.toLowerCase())))
function addParty(label: string): void {
  const { parties } = base.value
  const key = keyOf(
    label,
    parties.map((p) => p.key),
  )
  setBase({ parties: [...parties, { key, label }] })
  open.value = key
}
const changeParty = (key: string, more: Partial<Party>) =>
  setBase({
    parties: base.value.parties.map((p) => {
      if (p.key !== key) return p
      const next = { ...p, ...more }
      if (!next.when) delete next.when
      return next
    }),
  })
const removeParty = (key: string) => setBase({ parties: base.value.parties.filter((p) => p.key !== key) })
const initials = (key: string) => base.value.initials?.includes(key) ?? false
const toggleInitials = (key: string) => {
  const list = (base.value.initials ?? []).filter((k) => k !== key)
  setBase({ initials: initials(key) ? list : [...list, key] })
}

const asks = computed<Ask[]>(() => base.value.asks ?? [])
function addAsk(): void {
  const taken = asks.value.map((a) => a.key)
  let n = asks.value.length + 1
  while (taken.includes(`value${n}`)) n += 1
  setBase({ asks: [...asks.value, { key: `value${n}`, label: `Paper value ${n}`, type: 'text', required: true }] })
  open.value = `value${n}`
}
const changeAsk = (key: string, more: Partial<Ask>) =>
  setBase({ asks: asks.value.map((a) => (a.key === key ? { ...a, ...more } : a)) })
const asking = useAsking()
/** One that is still in use says so, and goes from the sheet with it. */
async function removeAsk({ key, label }: Ask): Promise<void> {
  const { printed, decides } = usesOfValue(sheet.current(), pathOf({ key }))
  const where = [
    printed && `stands in ${printed === 1 ? 'one place' : `${printed} places`} on the sheet`,
    decides && `decides on ${decides === 1 ? 'one condition' : `${decides} conditions`}`,
  ].filter(Boolean)
  const words = `“${label}” ${where.join(' and ')}. It goes from there, too; what it decided on is always there then.`
  if (!where.length || (await asking.ask(words, 'Ask it no more'))) sheet.askNoMore(key)
}
const toggle = (key: string) => {
  open.value = open.value === key ? null : key
}
</script>

<template>
  <nav aria-label="On this paper">
    <h2>On this paper</h2>
    <ul class="headings">
      <li v-for="h in outline" :key="h.id" class="py-px px-0">
        <Button
          unstyled
          class="border-0 bg-transparent py-[3px] px-0 cursor-pointer text-left hover:text-heather-deep"
          @click="goTo(h.id)"
          >{{ h.text }}</Button
        >
      </li>
      <li v-if="!outline.length" class="soft small">Headings are listed here.</li>
    </ul>
    <label class="flex gap-2 items-center mt-2"
      ><Checkbox binary :model-value="!!own?.first" @update:model-value="sheet.ownHeads('first', $event)" /> The first
      page begins and ends in its own way</label
    >
    <label class="flex gap-2 items-center mt-2"
      ><Checkbox binary :model-value="!!own?.even" @update:model-value="sheet.ownHeads('even', $event)" /> Even pages
      begin and end in their own way</label
    >
  </nav>
  <section id="parties" aria-label="Parties" class="gap">
    <h2>Parties</h2>
    <ul>
      <li v-for="(p, i) in base.parties" :key="p.key">
        <Button
          unstyled
          class="border-0 bg-transparent py-[3px] px-0 cursor-pointer text-left hover:text-heather-deep flex gap-1.5 items-center"
          :aria-expanded="open === p.key"
          @click="toggle(p.key)"
        >
          <span class="party" :class="`party-${(i % 4) + 1}`">{{ i + 1 }}</span> {{ p.label }}
          <span v-if="p.when" class="soft small">sometimes</span>
        </Button>
        <div v-if="open === p.key" class="card grid gap-2 mt-1 mb-2 mx-0 p-2.5">
          <label class="field"
            ><span>Name</span
            ><TypedText
              :value="p.label"
              maxlength="60"
              @given="$event.trim() && changeParty(p.key, { label: $event.trim() })"
          /></label>
          <label class="flex gap-2 items-center"
            ><Checkbox binary :model-value="initials(p.key)" @update:model-value="toggleInitials(p.key)" /> Initials on
            every page</label
          >
          <ConditionEdit :value="p.when ?? null" @change="changeParty(p.key, { when: $event ?? undefined })" />
          <Button variant="text" @click="removeParty(p.key)">Take {{ p.label }} off this paper</Button>
        </div>
      </li>
    </ul>
    <p class="flex flex-wrap gap-1 mt-1.5">
      <Button v-for="u in free" :key="u" variant="outlined" class="slim" @click="addParty(u)"
        ><Plus :size="14" /> {{ u }}</Button
      >
      <Button variant="outlined" class="slim" @click="addParty('Another party')"><Plus :size="14" /> Another</Button>
    </p>
  </section>
  <section aria-label="Paper values" class="gap">
    <h2>Asked when a paper is made</h2>
    <ul>
      <li v-for="a in asks" :key="a.key">
        <Button
          unstyled
          class="border-0 bg-transparent py-[3px] px-0 cursor-pointer text-left hover:text-heather-deep"
          :aria-expanded="open === a.key"
          @click="toggle(a.key)"
          >{{ a.label }}</Button
        >
        <div v-if="open === a.key" class="card grid gap-2 mt-1 mb-2 mx-0 p-2.5">
          <label class="field"
            ><span>What is asked</span
            ><TypedText
              :value="a.label"
              maxlength="120"
              @given="$event.trim() && changeAsk(a.key, { label: $event.trim() })"
          /></label>
          <Choice
            label="It is"
            :model-value="a.type"
            :options="[
              { value: 'text', label: 'text' },
              { value: 'number', label: 'a number' },
              { value: 'day', label: 'a day' },
              { value: 'amount', label: 'an amount' },
            ]"
            @update:model-value="changeAsk(a.key, { type: $event as Ask['type'] })"
          />
          <label class="flex gap-2 items-center"
            ><Checkbox
              binary
              :model-value="a.required"
              @update:model-value="changeAsk(a.key, { required: !a.required })"
            />
            Has to be given</label
          >
          <Button variant="text" @click="removeAsk(a)">Ask this no more</Button>
        </div>
      </li>
    </ul>
    <p class="flex flex-wrap gap-1 mt-1.5">
      <Button variant="outlined" class="slim" @click="addAsk"><Plus :size="14" /> A paper value</Button>
    </p>
  </section>
</template>
