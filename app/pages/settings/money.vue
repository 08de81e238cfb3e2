<script setup lang="ts">
import { X } from '@lucide/vue'
import { countryCodes, countryName, presetOf } from '~~/core/country/presets'
import { homeSettings } from '~~/shared/settings'
import { LANGUAGE_NAMES } from '~~/shared/words'
import SetupEffect from '~/features/setup/SetupEffect.vue'
import NumbersOf from '~/features/settings/NumbersOf.vue'
import InvoiceTerms from '~/features/settings/InvoiceTerms.vue'
import LateSteps from '~/features/settings/LateSteps.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** How we price: tax inside or on top, which rates, on which sheets, in which language. */
useHead({ title: 'How we price · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const notices = useNotices()
const form = ref(homeForm())
function homeForm() {
  const home = data.value?.home
  return home ? { ...home, taxRates: home.taxRates.map((r) => ({ ...r })) } : null
}
const { send } = useKept({
  kept: () => data.value?.home,
  form: () => form.value,
  take: () => (form.value = homeForm()),
})
const usual = computed(() => presetOf(form.value?.country ?? 'GB'))
const zones = computed(() =>
  [...new Set([form.value?.timeZone ?? '', usual.value.timeZone, ...usual.value.otherZones])]
    .filter(Boolean)
    .map((z) => ({ value: z, label: z.replaceAll('_', ' ') })),
)
const countries = countryCodes
  .map((c) => ({ value: c, label: countryName(c) }))
  .sort((a, b) => a.label.localeCompare(b.label))
const languages = Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value, label }))
/** Another country brings what is usual there; it is kept only when it is said so. */
function move(country: (typeof countryCodes)[number]): void {
  const { timeZone, weekStart, paper, tax } = presetOf(country)
  Object.assign(form.value!, {
    country,
    timeZone,
    weekStart,
    paper,
    pricesIncludeTax: tax.inside,
    taxRates: tax.rates.map((r) => ({ ...r })),
  })
}
async function keep(body: object) {
  await send((headers) => business.keep('home', body, headers))
  notices.say('Kept. What was agreed keeps its prices.')
}
</script>

<template>
  <SettingPage title="How we price" :says="data ? `in ${data.currency}` : ''" :problem="problem">
    <FormOf
      v-if="form"
      v-slot="{ busy }"
      class="grid gap-4 max-w-150"
      :schema="homeSettings"
      :given="() => form"
      :send="keep"
    >
      <OneOf
        :model-value="form.pricesIncludeTax ? 'inside' : 'top'"
        label="How prices are told"
        :options="[
          { value: 'inside', label: 'with tax inside' },
          { value: 'top', label: 'tax on top' },
        ]"
        @update:model-value="form.pricesIncludeTax = $event === 'inside'"
      />
      <section aria-labelledby="rates" class="grid gap-2">
        <h2 id="rates">Rates, the usual one first</h2>
        <div
          v-for="(r, i) in form.taxRates"
          :key="i"
          class="grid grid-cols-[90px_minmax(0,1fr)_32px] gap-2 items-start"
        >
          <FieldOf :name="`taxRates.${i}.rate`"
            ><InputText v-model="r.rate" inputmode="decimal" maxlength="6" :aria-label="`Rate ${i + 1}, in percent`"
          /></FieldOf>
          <InputText v-model="r.words" maxlength="60" :aria-label="`What rate ${i + 1} is called`" />
          <IconButton
            v-if="form.taxRates.length > 1"
            :label="`Take ${r.rate}% away`"
            @click="form.taxRates.splice(i, 1)"
            ><X :size="16"
          /></IconButton>
        </div>
        <p>
          <Button variant="outlined" size="small" @click="form.taxRates.push({ rate: '', words: '' })"
            >Another rate</Button
          >
        </p>
      </section>
      <div class="pairs">
        <Choice :model-value="form.country" label="At home in" :options="countries" @update:model-value="move" />
        <Choice v-model="form.timeZone" label="Time zone" :options="zones" />
        <Choice v-model="form.language" label="Papers and letters begin in" :options="languages" />
        <Choice
          v-model="form.paper"
          label="Printed on"
          :options="[
            { value: 'A4', label: 'A4' },
            { value: 'Letter', label: 'Letter' },
          ]"
        />
      </div>
      <OneOf
        :model-value="String(form.weekStart)"
        label="The week begins on"
        :options="[
          { value: '1', label: 'Monday' },
          { value: '7', label: 'Sunday' },
        ]"
        @update:model-value="form.weekStart = $event === '7' ? 7 : 1"
      />
      <p class="acts"><Button type="submit" :disabled="busy">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="320px" />
    <template v-if="data">
      <NumbersOf
        of="invoices"
        title="Numbers of invoices"
        one="invoice"
        like="{year}-{n:4}"
        says="{year} is the year, {n:4} the number with four digits; with the year in it each year begins anew. None is left out."
      />
      <NumbersOf
        of="credits"
        title="Numbers of credit notes"
        one="credit note"
        like="C-{year}-{n:4}"
        says="They have a row of their own."
      />
      <NumbersOf
        of="quotes"
        title="Numbers of quotes"
        one="quote"
        like="Q-{year}-{n:4}"
        says="A quote has its number from the first draft on; it prints where a template says {paper.number}."
      />
    </template>
    <InvoiceTerms v-if="data" />
    <LateSteps v-if="data" />
    <template v-if="form && data" #effect>
      <SetupEffect
        bare
        :answers="{
          usual,
          pricing: form.pricesIncludeTax ? 'inside' : 'top',
          taxRate: form.taxRates[0]?.rate || '0',
          currency: data.currency,
        }"
        :name="data.facts.name"
        :sample="null"
      />
    </template>
  </SettingPage>
</template>
