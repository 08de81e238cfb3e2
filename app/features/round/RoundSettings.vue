<script setup lang="ts">
import type { output } from 'zod'
import type { Role } from '~~/core/members/rights'
import { HEARD, type Heard, businessLocales, businessSettings } from '~~/shared/rounds'
import { typedPercent } from '~~/shared/typed'

interface Settings {
  checked: Role[]
  quiet: { from: string; to: string }
  thanks: string
  locale: string
  taxRate: string
  byMail: Heard[]
}
const HEARD_SAYS: Record<Heard, string> = {
  accepted: 'a quote is accepted',
  signed: 'everybody has signed',
  declined: 'somebody declines',
  money: 'money comes in',
}
/** What holds for every round: who is checked, when nobody is written to, and the words after signing. */
const session = useSession()
const mine = computed(() => session.may('settings'))
const settings = ref(await api<Settings>('/api/business/settings'))
const notices = useNotices()
const staff = computed({
  get: () => settings.value.checked.includes('staff'),
  set: (on) => {
    settings.value.checked = on ? ['staff'] : []
  },
})
const languageOf = new Intl.DisplayNames('en', { type: 'language' })
const sample = (locale: string) =>
  `${new Intl.NumberFormat(locale, { minimumFractionDigits: 2, useGrouping: true }).format(11190.5)}, ${languageOf.of(locale)}`
/** The rate as it is written here. */
const schema = computed(() =>
  businessSettings.extend({
    taxRate: typedPercent(settings.value.locale).pipe(businessSettings.shape.taxRate.unwrap()),
  }),
)
async function keep(body: output<typeof businessSettings>) {
  await api('/api/business/settings', { method: 'PUT', body })
  settings.value.taxRate = body.taxRate!
  await session.load()
  notices.say('Kept for every round from now on.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="settings grid gap-2.5 justify-items-start max-w-130"
    :schema="schema"
    :given="() => settings"
    :send="keep"
  >
    <label class="choice"
      ><Checkbox v-model="staff" binary :disabled="!mine" /> What staff prepare is checked by somebody else before it
      goes out</label
    >
    <div class="two">
      <FieldOf name="quiet.from" label="No reminders from"
        ><WhenField v-model="settings.quiet.from" kind="time" :disabled="!mine" required
      /></FieldOf>
      <FieldOf name="quiet.to" label="until"
        ><WhenField v-model="settings.quiet.to" kind="time" :disabled="!mine" required
      /></FieldOf>
    </div>
    <label class="field"
      ><span>What people read when they have signed</span
      ><Textarea
        v-model="settings.thanks"
        auto-resize
        rows="3"
        maxlength="1000"
        :disabled="!mine"
        placeholder="Thank you; we look forward to seeing you."
      />
    </label>
    <div class="two">
      <Choice
        v-model="settings.locale"
        label="Numbers are written as"
        :disabled="!mine"
        :options="businessLocales.map((l) => ({ value: l, label: sample(l) }))"
      />
      <FieldOf name="taxRate" label="Tax on lines of your own, in percent"
        ><InputText v-model="settings.taxRate" inputmode="decimal" :disabled="!mine" required
      /></FieldOf>
    </div>
    <fieldset class="grid gap-2 border-0 p-0">
      <legend class="strong mb-2">Owners are told by mail, besides on Today, when</legend>
      <label v-for="h in HEARD" :key="h" class="choice"
        ><Checkbox v-model="settings.byMail" :value="h" :disabled="!mine" /> {{ HEARD_SAYS[h] }}</label
      >
    </fieldset>
    <Button v-if="mine" type="submit" :disabled="busy">Keep it</Button>
    <p v-else class="small soft">Whoever may change settings changes this.</p>
  </FormOf>
</template>

<style scoped>
.settings .field {
  width: 100%;
}
</style>
