<script setup lang="ts">
import { newContact } from '~~/shared/jobs'
import { type Shown, useDesk } from './useDesk'

/** Somebody who wasn't expected: who they are, on which session; a document that was scanned has filled it. */
const props = defineProps<{ start: { name: string; born: string; shown?: Shown } }>()
const emit = defineEmits<{ close: []; added: [name: string] }>()
const desk = useDesk()
const { data } = storeToRefs(desk)
const form = reactive({ name: props.start.name, born: props.start.born, email: '', phone: '' })
const job = ref(desk.session || data.value!.sessions[0]?.jobId || '')
const sessions = computed(() =>
  data.value!.sessions.map((s) => ({ value: s.jobId, label: [s.time, s.title].filter(Boolean).join(' ') })),
)
/** Places of the session that is chosen, where it has so many. */
const full = computed(() => {
  const s = data.value!.sessions.find((x) => x.jobId === job.value)
  return s?.places && s.counts.all - s.counts.away >= s.places ? s.places : null
})
async function add(contact: object) {
  const { contactId } = await api<{ contactId: string }>(`/api/jobs/${job.value}/guests`, {
    method: 'POST',
    body: { contact },
  })
  if (props.start.shown) await desk.shownBy({ jobId: job.value, contactId }, props.start.shown)
  await desk.load()
  emit('added', form.name)
  emit('close')
}
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    header="Someone new"
    :style="{ width: 'min(560px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="newContact" :given="() => form" :send="add">
      <Choice v-model="job" label="Comes to" :options="sessions" />
      <p v-if="full" class="notice small">All {{ full }} places are taken.</p>
      <FieldOf name="name" label="Name"
        ><InputText v-model="form.name" maxlength="200" size="large" autofocus
      /></FieldOf>
      <FieldOf name="born" label="Born"><WhenField v-model="form.born" kind="day" :max="data!.today" /></FieldOf>
      <div class="pairs">
        <FieldOf name="phone" label="Phone"><InputText v-model="form.phone" type="tel" maxlength="40" /></FieldOf>
        <FieldOf name="email" label="E-mail"><InputText v-model="form.email" type="email" maxlength="320" /></FieldOf>
      </div>
      <p class="acts"><Button type="submit" size="large" :disabled="busy || !job">They come</Button></p>
    </FormOf>
  </Dialog>
</template>
