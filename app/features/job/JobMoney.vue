<script setup lang="ts">
import { ReceiptText, Undo2 } from '@lucide/vue'
import { takeBack } from '~~/shared/jobs'
import type { Booking, JobView } from '~~/shared/jobs'
import BackDialog from './BackDialog.vue'
import CallOffDialog from './CallOffDialog.vue'
import CreditDialog from './CreditDialog.vue'
import CreditUseDialog from './CreditUseDialog.vue'
import DepositDialog from './DepositDialog.vue'
import InvoiceDialog from './InvoiceDialog.vue'
import { useJob } from './useJob'

/** Money that came and went on a job, as it was booked, and what can be done about it. */
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const session = useSession()
const notices = useNotices()
const { act, busy } = useAct()
const mayBook = computed(() => session.may('book'))
const c = (n: number) => money(n, job.value.currency)
const WAYS: Record<string, string> = {
  card: 'by card',
  bank: 'by bank',
  cash: 'in cash',
  kept: 'kept',
  credit: 'from credit',
}
const wordsOf = (b: Booking) => [b.reverses ? 'taken back' : WAYS[b.method], b.words].filter(Boolean).join(': ')
const held = computed(() => job.value.stages.find((s) => s.held)?.paid ?? 0)
const paid = computed(() => job.value.bookings.some((b) => b.stage !== 'damage' && b.amount > 0 && !b.takenBack))
type Open = '' | 'back' | 'deposit' | 'callOff' | 'invoice' | 'credit'
const open = ref<Open>('')
const show = (what: Open) => (open.value = what)
/** The invoice that is being taken back. */
const crediting = ref<JobView['invoices'][number] | null>(null)
/** Credit on their other jobs, where something is open on this. */
const elsewhere = computed(() =>
  mayBook.value && job.value.agreedOn && job.value.stages.some((s) => !s.held && s.open > 0)
    ? job.value.creditElsewhere.reduce((n, x) => n + x.amount, 0)
    : 0,
)
const stageLabel = (key: string) => job.value.stages.find((s) => s.key === key)?.label ?? key
defineExpose({ show })
/** A booking that was a mistake: why is asked first, and stands beside it. */
const mistaken = ref<Booking | null>(null)
const why = ref('')
async function takeItBack(body: object) {
  await api(`/api/jobs/${job.value.id}/bookings/${mistaken.value!.id}`, { method: 'DELETE', body })
  await thisJob.load()
  mistaken.value = null
  why.value = ''
  notices.say('Taken back. Both bookings stay to be seen.')
}
const mayTakeBack = (b: Booking) => mayBook.value && !b.reverses && !b.takenBack && !b.byService
const callBack = () =>
  act(async () => {
    await api(`/api/jobs/${job.value.id}/call-off`, { method: 'DELETE' })
    await thisJob.load()
    notices.say('Not called off after all.')
  })
const until = computed(() => {
  const off = job.value.calledOff
  return off && !off.done ? new Date(off.until).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : ''
})
</script>

<template>
  <section aria-labelledby="money">
    <h2 id="money">Money</h2>
    <div v-if="job.calledOff" class="notice trouble grid gap-2 mb-3">
      <span
        >Called off by {{ job.calledOff.by === 'client' ? 'the client' : 'us' }},
        {{ dayWords(job.calledOff.on, job.today) }}: {{ c(job.calledOff.owed) }} is kept.<template v-if="until">
          Papers and money follow at {{ until }}.</template
        ></span
      >
      <span v-if="until && mayBook"
        ><Button size="small" variant="outlined" :disabled="busy" @click="callBack">Take it back</Button></span
      >
    </div>
    <ul v-if="job.bookings.length || job.invoices.length || job.credits.length" class="ledger" aria-label="Bookings">
      <li v-for="i in job.invoices" :key="i.id" class="booking">
        <span
          ><a v-if="i.ready" :href="`/api/invoices/${i.id}/pdf`" target="_blank">Invoice {{ i.number }}</a
          ><template v-else>Invoice {{ i.number }}, being drawn</template
          ><span class="soft small block"
            ><template v-if="i.stage">{{ stageLabel(i.stage) }}; </template>{{ dayWords(i.issuedOn, job.today) }};
            <a :href="`/api/invoices/${i.id}/xml?as=ubl`" download>as UBL</a>,
            <a :href="`/api/invoices/${i.id}/xml?as=cii`" download>as CII</a></span
          ></span
        ><span class="money">{{ c(i.total) }}</span>
        <IconButton v-if="mayBook && i.left > 0" :label="`Credit invoice ${i.number}`" @click="crediting = i"
          ><ReceiptText :size="16" /></IconButton
        ><span v-else />
      </li>
      <li v-for="n in job.credits" :key="n.id" class="booking">
        <span
          ><a :href="`/api/credits/${n.id}/pdf`" target="_blank">Credit note {{ n.number }}</a
          ><span class="soft small block"
            >{{ dayWords(n.issuedOn, job.today) }}; <a :href="`/api/credits/${n.id}/xml?as=ubl`" download>as UBL</a>,
            <a :href="`/api/credits/${n.id}/xml?as=cii`" download>as CII</a></span
          ></span
        ><span class="money">{{ c(-n.total) }}</span>
        <span />
      </li>
      <li v-for="b in job.bookings" :key="b.id" class="booking" :class="{ soft: b.takenBack || b.reverses }">
        <span :class="{ struck: b.takenBack }"
          >{{ b.label
          }}<span class="soft small block wrap-anywhere">{{ dayWords(b.day, job.today) }}, {{ wordsOf(b) }}</span></span
        ><span class="money" :class="{ struck: b.takenBack }">{{ c(b.amount) }}</span>
        <IconButton v-if="mayTakeBack(b)" :label="`Take back ${b.label}, ${c(b.amount)}`" @click="mistaken = b"
          ><Undo2 :size="16" /></IconButton
        ><span v-else />
      </li>
    </ul>
    <p v-else class="soft">Nothing came in yet.</p>
    <p v-if="elsewhere" class="notice small mt-2 acts">
      {{ c(elsewhere) }} stands to their credit on
      {{ job.creditElsewhere.length === 1 ? job.creditElsewhere[0]!.title : 'other jobs' }}.
      <Button size="small" variant="outlined" @click="show('credit')">Use it here</Button>
    </p>
    <p v-if="mayBook" class="acts mt-2">
      <Button v-if="held > 0" size="small" variant="outlined" @click="show('deposit')">Settle the deposit</Button>
      <Button v-if="paid" size="small" variant="outlined" @click="show('back')">Give money back</Button>
      <Button v-if="job.toInvoice.length" size="small" variant="outlined" @click="show('invoice')">Invoice now…</Button>
      <Button
        v-if="!job.calledOff && !job.completedOn && job.agreedOn"
        size="small"
        variant="text"
        @click="show('callOff')"
        >Call it off…</Button
      >
    </p>
    <Dialog
      :visible="!!mistaken"
      modal
      header="This booking was a mistake"
      :style="{ width: 'min(440px, 96vw)' }"
      :draggable="false"
      @update:visible="mistaken = null"
    >
      <FormOf
        v-slot="{ busy: taking }"
        class="grid gap-3"
        :schema="takeBack"
        :given="() => ({ words: why })"
        :send="takeItBack"
      >
        <p>
          {{ mistaken?.label }}, {{ c(mistaken?.amount ?? 0) }}. It isn’t changed: another booking takes it back, and
          the client, who had a receipt, is told.
        </p>
        <FieldOf name="words" label="What was wrong with it"
          ><InputText v-model="why" maxlength="500" autofocus placeholder="typed £38,916 for £389.16"
        /></FieldOf>
        <p class="acts"><Button type="submit" :disabled="taking">Take it back</Button></p>
      </FormOf>
    </Dialog>
    <CreditUseDialog v-if="open === 'credit'" @close="show('')" />
    <BackDialog v-if="open === 'back'" @close="show('')" />
    <DepositDialog v-if="open === 'deposit'" :held="held" @close="show('')" />
    <InvoiceDialog v-if="open === 'invoice'" @close="show('')" />
    <CreditDialog v-if="crediting" :invoice="crediting" @close="crediting = null" />
    <CallOffDialog v-if="open === 'callOff'" @close="show('')" />
  </section>
</template>

<style scoped>
.booking {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 32px;
  gap: 8px;
  align-items: center;
  padding: 7px 0;
}
.struck {
  text-decoration: line-through;
}
</style>
