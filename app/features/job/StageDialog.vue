<script setup lang="ts">
import { changeStage, waiveStage, type JobView } from '~~/shared/jobs'
import { typedAmount } from '~~/shared/typed'
import { ApiProblem } from '../../composables/api'
import { useJob } from './useJob'

/** Has a stage asked for on another day, or in two; what asks for money earlier goes to the client to sign. */
const { stage } = defineProps<{ stage: JobView['stages'][number] }>()
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { currency } = job.value
const way = ref<'move' | 'split' | 'waive'>('move')
const form = reactive({
  on: stage.dueOn ?? job.value.today,
  amount: '',
  rest: stage.dueOn ?? job.value.today,
  words: '',
})
const key = newKey()
const signed = ref(false)
const schema = computed(() =>
  way.value === 'waive'
    ? waiveStage
    : changeStage.extend({
        split: changeStage.shape.split
          .unwrap()
          .extend({ amount: typedAmount(currency, locale.value) })
          .nullable(),
      }),
)
const given = () => ({
  stage: stage.key,
  on: form.on,
  split: way.value === 'split' ? { amount: form.amount, rest: form.rest } : null,
  words: form.words,
  signed: signed.value,
  key,
})
async function send(body: object) {
  if (way.value === 'waive') {
    await thisJob.post('/waive', body)
    notices.say('It isn’t asked for any more.')
    return emit('close')
  }
  try {
    const { paper } = await api<{ paper: string | null }>(`/api/jobs/${job.value.id}/plan`, { method: 'POST', body })
    if (paper) return void (await navigateTo(`/papers/${paper}`))
  } catch (e) {
    // Said again, its paper is made.
    if (e instanceof ApiProblem && e.code === 'not-now' && /sign that/.test(e.message)) signed.value = true
    throw e
  }
  await thisJob.load()
  notices.say('Changed. What is due follows.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`${stage.label}, ${money(stage.amount, currency)}`"
    :style="{ width: 'min(460px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="given" :send="send">
      <OneOf
        v-model="way"
        label="What changes"
        :options="[
          { value: 'move', label: 'another day' },
          { value: 'split', label: 'in two' },
          { value: 'waive', label: 'not asked for' },
        ]"
      />
      <FieldOf v-if="way === 'split'" name="split.amount" :label="`The first part, in ${currency}`"
        ><InputText v-model="form.amount" inputmode="decimal" maxlength="20"
      /></FieldOf>
      <FieldOf v-if="way !== 'waive'" name="on" :label="way === 'split' ? 'The first part is due on' : 'Due on'"
        ><WhenField v-model="form.on" kind="day" :job-day="job.starts?.slice(0, 10)"
      /></FieldOf>
      <FieldOf v-if="way === 'split'" name="split.rest" label="The rest is due on"
        ><WhenField v-model="form.rest" kind="day" :job-day="job.starts?.slice(0, 10)"
      /></FieldOf>
      <FieldOf name="words" label="Why"
        ><InputText v-model="form.words" maxlength="500" placeholder="Paid when their grant comes"
      /></FieldOf>
      <p v-if="way === 'waive'" class="soft small">
        {{ money(stage.open, currency) }} comes off what was agreed, as a discount; invoices follow.
      </p>
      <p class="acts">
        <Button v-if="way === 'waive'" type="submit" :disabled="busy">Let it go</Button>
        <Button v-else type="submit" :disabled="busy">{{ signed ? 'Make the paper to sign' : 'Change it' }}</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
