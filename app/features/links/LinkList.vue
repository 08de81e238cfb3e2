<script setup lang="ts">
import { z } from 'zod'
import { requiredLine } from '~~/shared/text'
import type { StandingLinkRow } from '~~/shared/out/standing-links'
import type { RowColumn } from '~/components/RowsTable.vue'
import { useLibrary } from '~/features/library/useLibrary'
import { useLinks } from './useLink'

/** Every standing link, and the beginning of a new one. */
const links = useLinks()
links.follow()
const library = useLibrary()
const session = useSession()
const columns: RowColumn<StandingLinkRow>[] = [
  { key: 'name', header: 'Link', text: (l) => l.name, always: true, order: (l) => l.name.toLowerCase() },
  { key: 'state', header: 'How it stands', text: (l) => l.state, order: (l) => l.state },
  { key: 'to', header: 'Whoever answers gets', text: (l) => l.to },
  { key: 'papers', header: 'Signs', text: (l) => l.papers.join(', ') },
  { key: 'taken', header: 'Came', text: (l) => String(l.taken), amount: true, order: (l) => l.taken },
  { key: 'signed', header: 'Signed', text: (l) => String(l.signed), amount: true, order: (l) => l.signed },
]
const making = ref(false)
const form = reactive({ name: '', to: '' })
const schema = z.object({ name: requiredLine(120, 'The name'), to: z.string().min(1, 'Say where they go.') })
const now = useNow()
const places = computed(() => [
  ...links.sessions.map((s) => ({
    value: `job ${s.id}`,
    label: `a place in ${s.title}, ${dayWords(s.day, now.value)}`,
  })),
  ...library.kinds.map((k) => ({ value: `kind ${k.id}`, label: `a ${k.name.toLowerCase()} of their own` })),
])
async function make() {
  const [what, id] = form.to.split(' ') as [string, string]
  await navigateTo(`/library/links/${await links.make(form.name, what === 'job' ? { jobId: id } : { kindId: id })}`)
}
</script>

<template>
  <p v-if="session.may('library')" class="mb-2">
    <Button variant="outlined" size="small" @click="making = true">A new standing link</Button>
  </p>
  <RowsTable name="links" :rows="links.links" :columns="columns" :busy="links.busy">
    <template #name="{ row: l }"
      ><span class="flex gap-2 items-center"
        ><StopMark :state="l.mark" :size="16" /><NuxtLink data-row :to="`/library/links/${l.id}`" class="strong">{{
          l.name
        }}</NuxtLink></span
      ></template
    >
    <template #empty
      ><EmptyList v-if="!links.busy" words="One address for many: whoever opens it fills and signs their own copy."
    /></template>
  </RowsTable>
  <Dialog v-model:visible="making" modal header="A new standing link" :style="{ width: '440px' }">
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="make">
      <FieldOf name="name" label="What it is called, for whoever opens it"
        ><InputText v-model="form.name" maxlength="120" autofocus placeholder="Joining the winter swimmers"
      /></FieldOf>
      <FieldOf name="to"
        ><Choice v-model="form.to" label="Whoever answers gets" placeholder="Choose" :options="places"
      /></FieldOf>
      <p class="acts">
        <Button type="submit" :disabled="busy">Prepare it</Button>
        <Button variant="text" @click="making = false">Never mind</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
