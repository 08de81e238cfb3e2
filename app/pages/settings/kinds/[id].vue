<script setup lang="ts">
import { X } from '@lucide/vue'
import { type Minor, majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { type KindGiven, kindForm } from '~~/shared/kinds'
import { useLibrary } from '~/features/library/useLibrary'
import KindCalledOff from '~/features/settings/KindCalledOff.vue'
import KindEffect from '~/features/settings/KindEffect.vue'
import KindFacts from '~/features/settings/KindFacts.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { INVOICE_WHEN } from '~~/core/invoices/when'
import { useMembers } from '~/features/settings/useSettings'
import { INVOICE_COMES, kindAsForm } from '~/features/settings/kindForm'

/** One kind of job: its papers, how it is paid, what else it has to say; tried on a sample job beside it. */
const id = String(useRoute().params.id)
const library = useLibrary()
library.follow()
const session = useSession()
const locale = useLocale()
const notices = useNotices()
const asking = useAsking()
const { busy: removing, act } = useAct()
const currency = computed(() => session.data?.business?.currency ?? 'GBP')
const kind = computed(() => library.kinds.find((k) => k.id === id) ?? null)
useHead({ title: () => `${kind.value?.name ?? 'A new kind'} · Upwold` })
const form = ref<KindGiven | null>(null)
const { send } = useKept({
  // Null is a new kind; undefined is one that isn't read yet, or isn't there.
  kept: () => (library.library && id === 'new' ? null : (kind.value ?? undefined)),
  form: () => form.value,
  take: (kept) => {
    form.value = kindAsForm(kept, library.kinds[0]?.settings.pricesIncludeTax ?? false, locale.value, (n) =>
      typedDecimal(majorString(n as Minor, currency.value), locale.value),
    )
  },
})
const schema = computed(() => kindForm(currency.value, locale.value))
const made = computed(() => schema.value.safeParse(form.value))
const templatesOf = (of: 'quote' | 'contract' | 'waiver') => [
  { value: '', label: 'none' },
  ...library.live.filter((t) => t.kind === of && !t.languageOf).map((t) => ({ value: t.id, label: t.name })),
]
const PAPERS = [
  ['quote', 'Quote'],
  ['contract', 'Contract'],
  ['waiver', 'Waiver'],
] as const
/** When each is made; a quote always by hand, once there is a client, a day and a price. */
const MADE = {
  contract: [
    { value: 'accepted', label: 'when the quote is accepted' },
    { value: 'hand', label: 'by hand' },
  ],
  waiver: [
    { value: 'hand', label: 'by hand, for a guest' },
    { value: 'agreed', label: 'for each guest, when agreed' },
  ],
}
const members = useMembers()
members.follow()
const checkers = computed(() => [
  { value: '', label: 'nobody else' },
  ...(members.data?.members ?? []).map((m) => ({ value: m.id, label: m.name })),
])
const invoiceOptions = INVOICE_WHEN.map((value) => ({ value, label: INVOICE_COMES[value] }))
const addStage = () =>
  form.value!.stages.splice(-1, 0, {
    key: `stage-${newKey().slice(0, 6)}`,
    label: '',
    percent: '',
    from: 'day',
    days: '-14',
  })

async function keep(body: object) {
  if (id === 'new') {
    const { id: fresh } = await api<{ id: string }>('/api/kinds', { method: 'POST', body })
    await library.load()
    await navigateTo(`/settings/kinds/${fresh}`, { replace: true })
  } else {
    await send(async (headers) => {
      await api(`/api/kinds/${id}`, { method: 'PUT', body, headers })
      await library.load()
    })
  }
  notices.say('Kept. Jobs keep what they were agreed with.')
}
const remove = () =>
  act(async () => {
    if (!(await asking.ask(`Take “${kind.value!.name}” away?`, 'Take it away'))) return
    await api(`/api/kinds/${id}`, { method: 'DELETE' })
    await navigateTo('/settings/kinds')
  })
</script>

<template>
  <SettingPage :title="kind?.name ?? 'A new kind'" says="jobs keep what was agreed" :problem="library.problem">
    <FormOf v-if="form" v-slot="{ busy }" class="grid gap-6" :schema="schema" :given="() => form" :send="keep">
      <FieldOf name="name" label="What it is called"
        ><InputText v-model="form.name" maxlength="60" class="max-w-90" :autofocus="id === 'new'"
      /></FieldOf>
      <section aria-labelledby="papers" class="grid gap-2">
        <h2 id="papers">Its papers</h2>
        <div
          v-for="[key, name] in PAPERS"
          :key="key"
          class="grid gap-2 items-center grid-cols-2 phone:grid-cols-[110px_minmax(0,1fr)_240px]"
        >
          <b>{{ name }}</b><Choice
            v-if="key !== 'quote'"
            v-model="form.made[key]"
            :disabled="!form.templates[key]"
            :aria-label="`When the ${key} is made`"
            :options="MADE[key]"
          /><span v-else class="soft small">by hand, once there is a client, a day and a price</span>
          <span>
            <FieldOf :name="`settings.templates.${key}`"
              ><Choice v-model="form.templates[key]" :aria-label="`Template of the ${key}`" :options="templatesOf(key)"
            /></FieldOf>
            <NuxtLink v-if="templatesOf(key).length < 2" class="small" to="/library"
              >No {{ key }} yet: write one</NuxtLink
            >
          </span>
        </div>
        <Choice v-model="form.checkWith" class="max-w-90" label="Checked, before they go out, by" :options="checkers" />
        <OneOf v-model="form.invoice" label="When the invoice comes" :options="invoiceOptions" />
        <label v-if="form.stages.length > 1" class="flex gap-2 items-center"
          ><Checkbox v-model="form.stageInvoices" binary /><span
            >Each stage before the last has an invoice of its own, raised when it falls due</span
          ></label
        >
      </section>
      <section aria-labelledby="paid" class="grid gap-2">
        <h2 id="paid">How it is paid</h2>
        <ol class="grid gap-2" aria-label="Stages">
          <li
            v-for="(s, i) in form.stages"
            :key="s.key"
            class="grid gap-2 items-center grid-cols-2 phone:grid-cols-[minmax(0,1fr)_80px_80px_210px_32px]"
          >
            <FieldOf :name="`stages.${i}.label`"
              ><InputText v-model="s.label" maxlength="60" :aria-label="`What stage ${i + 1} is called`"
            /></FieldOf>
            <FieldOf v-if="i < form.stages.length - 1" :name="`stages.${i}.percent`"
              ><InputText
                v-model="s.percent"
                inputmode="decimal"
                maxlength="6"
                placeholder="%"
                :aria-label="`Percent of stage ${i + 1}`"
            /></FieldOf>
            <span v-else class="soft">the rest</span>
            <FieldOf :name="`stages.${i}.days`"
              ><InputText v-model="s.days" inputmode="numeric" maxlength="5" :aria-label="`Days of stage ${i + 1}`"
            /></FieldOf>
            <Choice
              v-model="s.from"
              :aria-label="`Days from what, stage ${i + 1}`"
              :options="[
                { value: 'agreed', label: 'days after it is agreed' },
                { value: 'day', label: 'days from the day itself' },
              ]"
            />
            <IconButton
              v-if="form.stages.length > 1"
              :label="`Take stage ${i + 1} away`"
              @click="form.stages.splice(i, 1)"
              ><X :size="16"
            /></IconButton>
          </li>
        </ol>
        <p class="acts"><Button variant="outlined" size="small" @click="addStage">Another stage</Button></p>
        <div class="pairs max-w-120 items-end">
          <FieldOf name="damage" :label="`Damage deposit held, in ${currency}`"
            ><InputText v-model="form.damage" inputmode="decimal" maxlength="20" placeholder="none"
          /></FieldOf>
          <OneOf
            :model-value="form.pricesIncludeTax ? 'inside' : 'top'"
            label="Prices"
            :options="[
              { value: 'inside', label: 'tax inside' },
              { value: 'top', label: 'tax on top' },
            ]"
            @update:model-value="form!.pricesIncludeTax = $event === 'inside'"
          />
        </div>
      </section>
      <KindCalledOff v-model="form.calledOff" :first="form.stages[0]?.label ?? ''" />
      <KindFacts v-model="form.facts" />
      <div class="pairs max-w-90">
        <FieldOf name="startTime" label="Usually begins at"
          ><InputText v-model="form.startTime" maxlength="5"
        /></FieldOf>
        <FieldOf name="hours" label="and takes, in hours"
          ><InputText v-model="form.hours" inputmode="numeric" maxlength="4"
        /></FieldOf>
      </div>
      <p class="acts">
        <Button type="submit" :disabled="busy">Keep this</Button>
        <Button v-if="kind" variant="text" :disabled="removing" @click="remove">Take this kind away</Button>
      </p>
    </FormOf>
    <p v-else-if="library.library && id !== 'new'" class="soft">There is no such kind of job.</p>
    <Skeleton v-else height="360px" />
    <template #effect>
      <KindEffect :plan="made.success ? made.data.settings.plan : null" />
    </template>
  </SettingPage>
</template>
