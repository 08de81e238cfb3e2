<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { z } from 'zod'
import { majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { bookedTogether } from '~~/shared/jobs'
import type { PaidFor } from '~~/shared/overview'
import { searchable } from '~~/shared/text'
import { typedAmount } from '~~/shared/typed'
import { useMoney } from './useMoney'

/** Books what came in: found by what was quoted with it, or chosen of what is due; one payment may be for several. */
const emit = defineEmits<{ close: [] }>()
const ledger = useMoney()
const { data: view } = storeToRefs(ledger)
const locale = useLocale()
const notices = useNotices()
const currency = view.value!.currency
type Stage = Pick<PaidFor['stages'][number], 'jobId' | 'title' | 'client' | 'stage' | 'label' | 'open'> & {
  by?: string
}
interface Part extends Stage {
  typed: string
}
const parts = ref<Part[]>([])
const form = reactive({ method: 'bank' as 'bank' | 'cash', day: view.value!.today, key: newKey() })
function add(s: Stage): void {
  if (parts.value.some((p) => p.jobId === s.jobId && p.stage === s.stage)) return
  parts.value.push({ ...s, typed: s.open > 0 ? typedDecimal(majorString(s.open, currency), locale.value) : '' })
}
/** The line of the statement, or the reference alone; looked at while it is typed or pasted. */
const line = ref('')
const broken = ref<string[]>([])
const nothing = ref(false)
const { act } = useAct()
watchDebounced(
  line,
  (text: string) =>
    act(async () => {
      broken.value = []
      nothing.value = false
      if (text.trim().length < 4) return
      const found = await api<PaidFor>('/api/money/found', { method: 'POST', body: { text } })
      if (text !== line.value) return
      found.stages.forEach(add)
      broken.value = found.broken
      nothing.value = !found.stages.length && !found.broken.length
    }),
  { debounce: 250 },
)
const look = async (text: string): Promise<(Stage & { id: string })[]> =>
  view
    .value!.dues.filter((d) => searchable(d.client, d.title, d.label).includes(searchable(text)))
    .map((d) => ({ ...d, id: d.jobId + d.stage }))
const wordsOf = (s: Stage) => `${s.client || s.title}: ${s.label}, ${money(s.open, currency)} open`
const schema = computed(() =>
  bookedTogether.extend({
    parts: z
      .array(z.object({ jobId: z.string(), stage: z.string(), amount: typedAmount(currency, locale.value) }))
      .min(1, 'Say what it is for: paste what was quoted, or choose.'),
  }),
)
const given = () => ({
  ...form,
  parts: parts.value.map(({ jobId, stage, typed }) => ({ jobId, stage, amount: typed })),
})
const sum = computed(() => {
  const read = schema.value.safeParse(given())
  return read.success ? read.data.parts.reduce((n, p) => n + p.amount, 0) : null
})
async function send(body: object) {
  await api('/api/money/payments', { method: 'POST', body })
  await ledger.load()
  notices.say(
    parts.value.length > 1 ? `Booked for ${parts.value.length} stages.` : 'Booked. The client gets a receipt.',
  )
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Money that came in"
    :style="{ width: 'min(620px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy, problems }" class="grid gap-3" :schema="schema" :given="given" :send="send">
      <label class="field"
        ><span class="label">What was quoted with it: a reference, or the line of the statement</span
        ><InputText v-model="line" maxlength="2000" autofocus placeholder="RF25 1000 1 MARLOW I"
      /></label>
      <Message v-for="b in broken" :key="b" severity="warn" size="small" variant="simple"
        >{{ b }} is no reference of ours: a digit is wrong or missing.</Message
      >
      <Message v-if="nothing" severity="secondary" size="small" variant="simple"
        >Nothing in it is a reference or a number of an invoice. Choose what it is for.</Message
      >
      <ul v-if="parts.length" class="ledger" aria-label="What it is for">
        <li v-for="(p, i) in parts" :key="p.jobId + p.stage" class="flex flex-wrap gap-3 items-center py-2">
          <span class="grow wrap-anywhere"
            >{{ p.client || p.title
            }}<span class="soft small block"
              >{{ p.label }}, {{ p.title }}; {{ money(p.open, currency) }} open{{ p.by ? `; by ${p.by}` : '' }}</span
            ><Message v-if="problems[`parts.${i}.amount`]" severity="error" size="small" variant="simple">{{
              problems[`parts.${i}.amount`]
            }}</Message></span
          >
          <InputText
            v-model="p.typed"
            class="w-28 text-right"
            inputmode="decimal"
            maxlength="20"
            :aria-label="`Amount for ${p.label}, ${p.title}, in ${currency}`"
          />
          <Button size="small" variant="text" @click="parts.splice(i, 1)">Not this</Button>
        </li>
      </ul>
      <Message v-if="problems.parts" severity="error" size="small" variant="simple">{{ problems.parts }}</Message>
      <LookUp
        label="Add what it is for"
        placeholder="A client, a job"
        :look="look"
        :words="wordsOf"
        start=""
        @chosen="add"
      />
      <div class="flex flex-wrap gap-3">
        <Choice v-model="form.method" label="How" :options="PAID_BY" />
        <FieldOf name="day" label="The day it came"
          ><WhenField v-model="form.day" kind="day" :max="view!.today"
        /></FieldOf>
      </div>
      <p class="acts">
        <Button type="submit" :disabled="busy">{{ sum ? `Book ${money(sum, currency)}` : 'Book it' }}</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
