<script setup lang="ts">
import { newFlowAsk } from '~~/shared/standing-links'
import { useLinks } from '../links/useLink'
import { useJob } from './useJob'

/** Asks somebody of the job by a flow: a form, the paper it fills, their signature; the facts come home to the job. */
const emit = defineEmits<{ done: [] }>()
const { job } = storeToRefs(useJob())
const links = useLinks()
links.follow()
const notices = useNotices()
const people = computed(() => [
  ...(job.value.client ? [{ value: job.value.client.id, label: job.value.client.name }] : []),
  ...job.value.guests.filter((g) => g.id !== job.value.client?.id).map((g) => ({ value: g.id, label: g.name })),
])
const form = reactive({ linkId: '', contactId: people.value[0]?.value ?? '', how: 'email' as 'email' | 'link' })
const qr = ref('')
const HOW = [
  { value: 'email', label: 'by mail' },
  { value: 'link', label: 'by a link I hand over' },
] as const
async function ask(body: object) {
  const { url } = await api<{ url: string | null }>(`/api/jobs/${job.value.id}/asks`, { method: 'POST', body })
  const name = people.value.find((p) => p.value === form.contactId)?.label
  if (url) return void (qr.value = url)
  notices.say(`${name} is asked by mail.`)
  emit('done')
}
</script>

<template>
  <FormOf v-slot="{ busy }" class="card grid gap-2.5 mt-2.5" :schema="newFlowAsk" :given="() => form" :send="ask">
    <p v-if="links.data && !links.links.length" class="soft">
      There is no form yet. <NuxtLink to="/library?at=links">Make one under Library, Standing links.</NuxtLink>
    </p>
    <p v-else-if="!people.length" class="soft">Say first who the client is: somebody has to answer.</p>
    <template v-else>
      <FieldOf name="linkId"
        ><Choice
          v-model="form.linkId"
          label="Ask by"
          required
          :options="[
            { value: '', label: 'Choose a form' },
            ...links.links.map((l) => ({ value: l.id, label: l.name })),
          ]"
      /></FieldOf>
      <Choice v-model="form.contactId" label="Whom" :options="people" />
      <FieldOf name="how"><Choice v-model="form.how" label="How they get it" :options="HOW" /></FieldOf>
      <p class="soft small">
        They answer, read the paper that their answers fill, and sign. What the job doesn’t say yet comes home to it.
      </p>
      <Button type="submit" :disabled="busy || !form.linkId">Ask them</Button>
    </template>
    <LazyQrImage v-if="qr" :text="qr" />
  </FormOf>
</template>
