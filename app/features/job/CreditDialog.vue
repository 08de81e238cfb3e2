<script setup lang="ts">
import { type JobView, newCredit } from '~~/shared/jobs'
import { majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { typedAmount } from '~~/shared/typed'
import { useJob } from './useJob'

/** Takes an invoice back, whole or a part of what is left of it, by a credit note. */
const { invoice } = defineProps<{ invoice: JobView['invoices'][number] }>()
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { currency } = job.value
const form = reactive({
  amount: typedDecimal(majorString(invoice.left, currency), locale.value),
  words: '',
  key: newKey(),
})
const schema = computed(() => newCredit.extend({ amount: typedAmount(currency, locale.value) }))
async function send(body: object) {
  await api(`/api/invoices/${invoice.id}/credits`, { method: 'POST', body })
  await thisJob.load()
  notices.say('The credit note goes to the client as soon as it is drawn.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="`Credit invoice ${invoice.number}`"
    :style="{ width: 'min(440px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <p class="soft small">
        {{ money(invoice.left, currency) }} is left of it. An invoice isn’t changed: a credit note takes back all of it
        or a part, tax by tax.
      </p>
      <FieldOf name="amount" :label="`Amount, tax included, in ${currency}`"
        ><InputText v-model="form.amount" inputmode="decimal" maxlength="20" autofocus
      /></FieldOf>
      <FieldOf name="words" label="Why; it stands on it"
        ><InputText v-model="form.words" maxlength="500" placeholder="One hour less than agreed"
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Raise the credit note</Button></p>
    </FormOf>
  </Dialog>
</template>
