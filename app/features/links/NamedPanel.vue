<script setup lang="ts">
import type { Named } from '~~/core/standing-links/model'
import { useLink } from './useLink'

/** Who else signs: whoever the answers name, before, beside or after whoever answered. */
const link = useLink()
const { draft, view } = storeToRefs(link)
const questions = computed(() => draft.value!.settings.questions)
const named = computed(() => draft.value!.settings.named)
const free = computed(() => view.value!.parties.filter((p) => !named.value.some((n) => n.party === p.key)))
const labelOf = (party: string) => view.value!.parties.find((p) => p.key === party)?.label ?? party
const asking = (types: readonly string[]) => [
  { value: '', label: 'no question yet' },
  ...questions.value.filter((q) => types.includes(q.type)).map((q) => ({ value: q.key, label: q.label })),
]
const names = computed(() => asking(['name', 'text']))
const addresses = computed(() => asking(['email']))
const WHEN = [
  { value: 'before', label: 'before whoever answers' },
  { value: 'with', label: 'at the same time' },
  { value: 'after', label: 'after them' },
] as const
const set = <K extends keyof Named>(at: number, key: K, to: Named[K]) =>
  link.set((d) => (d.settings.named[at]![key] = to))
/** With the questions that are most likely meant: the first that asks for a name, and for an address. */
const add = (party: string) =>
  link.set((d) =>
    d.settings.named.push({
      party,
      name: questions.value.find((q) => q.type === 'name')?.key ?? '',
      email: questions.value.find((q) => q.type === 'email')?.key ?? '',
      when: 'after',
    }),
  )
const take = (at: number) => link.set((d) => d.settings.named.splice(at, 1))
</script>

<template>
  <section v-if="named.length || free.length" aria-labelledby="named-panel" class="grid gap-3 max-w-140 mt-6">
    <h2 id="named-panel">Who else signs</h2>
    <p class="soft small">Whoever an answer names signs as well; they are written to when it is their turn.</p>
    <fieldset v-for="(n, i) in named" :key="n.party" class="border-0 p-0 m-0 grid gap-2">
      <legend class="strong">{{ labelOf(n.party) }}</legend>
      <div class="pairs">
        <Choice
          :model-value="n.name"
          label="Their name is asked by"
          :options="names"
          @update:model-value="set(i, 'name', $event)"
        />
        <Choice
          :model-value="n.email"
          label="Their address by"
          :options="addresses"
          @update:model-value="set(i, 'email', $event)"
        />
      </div>
      <Choice
        :model-value="n.when"
        label="They sign"
        :options="WHEN"
        @update:model-value="set(i, 'when', $event as Named['when'])"
      />
      <p>
        <Button variant="text" size="small" @click="take(i)">Nobody is named as {{ labelOf(n.party) }}</Button>
      </p>
    </fieldset>
    <p class="acts">
      <Button v-for="p in free" :key="p.key" variant="outlined" @click="add(p.key)"
        >An answer names the {{ p.label }}</Button
      >
    </p>
  </section>
</template>
