<script setup lang="ts">
import { completedJob } from '~~/shared/jobs'
import { mayMakeExtra } from './extra'
import { useJob } from './useJob'

/** Says that a job is done, when, and what was different; the way back stands in the notice. */
const emit = defineEmits<{ close: []; extra: [words: string] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const notices = useNotices()
const session = useSession()
/** What was done isn't what was agreed: the lines that differ go on an extra. */
const mayExtra = computed(() => mayMakeExtra(job.value, session))
function toExtra() {
  emit('extra', form.words)
  emit('close')
}
const due = job.value.starts?.slice(0, 10)
const form = reactive({ day: due && due < job.value.today ? due : job.value.today, words: '' })
async function keep(body: object) {
  await thisJob.post('/completed', body)
  notices.say('It is done.', { undo: () => thisJob.post('/completed', { day: null }) })
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="It is done"
    :style="{ width: 'min(440px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="completedJob" :given="() => form" :send="keep">
      <FieldOf name="day" label="On"><WhenField v-model="form.day" kind="day" :max="job.today" /></FieldOf>
      <FieldOf name="words" label="What was different, for yourselves"
        ><Textarea v-model="form.words" rows="3" maxlength="2000" placeholder="nothing"
      /></FieldOf>
      <p class="acts">
        <Button type="submit" :disabled="busy">It is done</Button>
        <Button v-if="mayExtra" variant="text" @click="toExtra">More or less than agreed: an extra first</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
