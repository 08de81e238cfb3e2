<script setup lang="ts">
import { majorString, minor } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { creditUsed } from '~~/shared/jobs'
import { typedAmount } from '~~/shared/typed'
import { useJob } from './useJob'

/** Uses what stands to the client's credit on another of their jobs for what is open on this. */
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { currency, creditElsewhere } = job.value
const stages = job.value.stages.filter((s) => !s.held && s.open > 0)
const form = reactive({ from: creditElsewhere[0]!.jobId, stage: stages[0]!.key, amount: '', key: newKey() })
const most = computed(() =>
  Math.min(creditElsewhere.find((c) => c.jobId === form.from)!.amount, stages.find((s) => s.key === form.stage)!.open),
)
watchEffect(() => (form.amount = typedDecimal(majorString(minor(most.value), currency), locale.value)))
const schema = computed(() => creditUsed.extend({ amount: typedAmount(currency, locale.value) }))
const froms = creditElsewhere.map((c) => ({ value: c.jobId, label: `${c.title}: ${money(c.amount, currency)}` }))
const fors = stages.map((s) => ({ value: s.key, label: `${s.label}: ${money(s.open, currency)} open` }))
async function send(body: object) {
  await thisJob.post('/credit', body)
  notices.say('Used. The client is told.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Credit of theirs"
    :style="{ width: 'min(460px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <Choice v-model="form.from" label="From" :options="froms" />
      <Choice v-model="form.stage" label="For" :options="fors" />
      <FieldOf name="amount" :label="`Amount, in ${currency}`"
        ><InputText v-model="form.amount" inputmode="decimal" maxlength="20"
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Use it here</Button></p>
    </FormOf>
  </Dialog>
</template>
