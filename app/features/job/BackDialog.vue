<script setup lang="ts">
import { payBack } from '~~/shared/jobs'
import { majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { typedAmount } from '~~/shared/typed'
import { useJob } from './useJob'

/** Books money that was given back to the client: what is beyond what they owe stands in it already. */
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { credit, currency } = job.value
/** The card service took some of it, and can give it back. */
const byService = job.value.bookings.some((b) => b.byService && b.amount > 0 && b.stage !== 'damage')
const form = reactive({
  amount: credit > 0 ? typedDecimal(majorString(credit, currency), locale.value) : '',
  method: byService ? 'card' : 'bank',
  words: '',
  key: newKey(),
})
const schema = computed(() => payBack.extend({ amount: typedAmount(currency, locale.value) }))
async function send(body: object) {
  await thisJob.post('/back', body)
  notices.say('Booked. The client is told.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Money given back"
    :style="{ width: 'min(440px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <p class="soft small">
        {{
          form.method === 'card' && byService
            ? 'The card service gives it back to the card they paid with.'
            : 'Send it first, then book it here: Upwold moves no money itself.'
        }}
      </p>
      <FieldOf name="amount" :label="`Amount, in ${currency}`"
        ><InputText v-model="form.amount" inputmode="decimal" maxlength="20" autofocus
      /></FieldOf>
      <Choice v-model="form.method" label="How" :options="PAID_BY" />
      <FieldOf name="words" label="Why"><InputText v-model="form.words" maxlength="500" /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Book it</Button></p>
    </FormOf>
  </Dialog>
</template>
