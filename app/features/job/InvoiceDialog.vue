<script setup lang="ts">
import { type InvoiceLook, newInvoice } from '~~/shared/jobs'
import { useJob } from './useJob'

/** Raises an invoice by hand: of a stage by itself, or of all that is left. */
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const notices = useNotices()
const ALL = 'all'
const form = reactive({ stage: job.value.toInvoice[0]?.stage ?? ALL, key: newKey() })
const options = computed(() =>
  job.value.toInvoice.map((x) => ({
    value: x.stage ?? ALL,
    label: `${x.stage ? x.label : job.value.invoices.length ? 'All that is left' : 'The whole'}: ${money(x.amount, job.value.currency)}`,
  })),
)
/** What it would be, before it is raised. */
const look = ref<InvoiceLook | null>(null)
const { act } = useAct()
watch(
  () => form.stage,
  (stage) =>
    act(async () => {
      const query = stage === ALL ? {} : { stage }
      const found = await api<InvoiceLook>(`/api/jobs/${job.value.id}/invoices`, { query })
      if (stage === form.stage) look.value = found
    }),
  { immediate: true },
)
const given = () => ({ ...form, stage: form.stage === ALL ? null : form.stage })
async function send(body: object) {
  await api(`/api/jobs/${job.value.id}/invoices`, { method: 'POST', body })
  await thisJob.load()
  notices.say('The invoice goes to the client as soon as it is drawn.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Invoice now"
    :style="{ width: 'min(440px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="newInvoice" :given="given" :send="send">
      <Choice v-model="form.stage" label="What it is of" :options="options" />
      <div v-if="look" class="grid gap-2">
        <p>
          {{ money(look.balance, job.currency) }} to pay<template v-if="look.dueOn"
            >, by {{ dayWords(look.dueOn, job.today) }}</template
          >.
        </p>
        <Message v-for="m in look.missing" :key="m" severity="error" size="small" variant="simple">{{ m }}</Message>
        <div v-if="look.broken.length" class="notice">
          <p class="small">It goes as a PDF alone: as data it would break rules of EN 16931.</p>
          <ul class="small">
            <li v-for="b in look.broken" :key="b.rule">{{ b.words }} ({{ b.rule }})</li>
          </ul>
        </div>
        <p v-else-if="!look.missing.length" class="soft small">The PDF carries it as data, too (EN 16931).</p>
      </div>
      <p class="soft small">
        It takes the next number and isn’t changed any more. What was invoiced before comes off the next, tax by tax.
      </p>
      <p class="acts"><Button type="submit" :disabled="busy || !!look?.missing.length">Raise the invoice</Button></p>
    </FormOf>
  </Dialog>
</template>
