<script setup lang="ts">
import { hasPostcode, presetOf } from '~~/core/country/presets'
import { taxNumberProblem } from '~~/core/country/numbers'
import { invoiceSays } from '~~/core/invoices/words'
import { businessFacts } from '~~/shared/settings'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** Who we are: what stands on papers, letters and invoices. */
useHead({ title: 'Who we are · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const notices = useNotices()
const form = reactive({
  name: '',
  legalName: '',
  address: '',
  email: '',
  phone: '',
  taxNumber: '',
  register: '',
  bank: '',
})
const { send } = useKept({
  kept: () => data.value?.facts,
  form: () => form,
  take: (facts) => Object.assign(form, facts),
})
const usual = computed(() => presetOf(data.value?.home.country ?? 'GB'))
/** No word of the address looks like a postcode of the country: said, not insisted on. */
const strange = computed(() =>
  form.address.trim() && !hasPostcode(form.address, usual.value)
    ? `No postcode such as ${usual.value.postcode.like}.`
    : '',
)
/** What invoices there have to say, and isn't given yet. */
const lacking = computed(() => [
  ...(form.address.trim() ? [] : ['an address']),
  ...(form.taxNumber.trim() || !usual.value.invoiceShows.includes('sellerTaxNumber') ? [] : ['a tax number']),
  ...(form.register.trim() || !usual.value.invoiceShows.includes('register') ? [] : ['your number in the register']),
])
const doubt = computed(() => taxNumberProblem(usual.value.code, form.taxNumber))
const says = computed(() => invoiceSays(data.value?.home.language ?? 'en'))
async function keep(body: object) {
  await send((headers) => business.keep('facts', body, headers))
  notices.say('Kept. Drafts follow; what was sent stays as it is.')
}
</script>

<template>
  <SettingPage title="Who we are" says="on papers, letters and invoices" :problem="problem">
    <FormOf
      v-if="data"
      v-slot="{ busy }"
      class="grid gap-3 max-w-150"
      :schema="businessFacts"
      :given="() => form"
      :send="keep"
    >
      <FieldOf name="name" label="What people know us as"
        ><InputText v-model="form.name" maxlength="120" autocomplete="organization"
      /></FieldOf>
      <FieldOf name="legalName" label="Registered name, with who owns it where that is asked for"
        ><InputText v-model="form.legalName" maxlength="200"
      /></FieldOf>
      <FieldOf name="address" label="Address"
        ><Textarea
          v-model="form.address"
          rows="3"
          auto-resize
          maxlength="500"
          autocomplete="street-address"
          :placeholder="`Street\n${usual.postcode.like} Place`"
        /><span v-if="strange" class="small text-gorse">{{ strange }}</span></FieldOf
      >
      <div class="pairs">
        <FieldOf name="email" label="E-mail"><InputText v-model="form.email" type="email" maxlength="320" /></FieldOf>
        <FieldOf name="phone" label="Phone"
          ><InputText v-model="form.phone" type="tel" maxlength="40" :placeholder="`+${usual.dial} …`"
        /></FieldOf>
      </div>
      <FieldOf name="taxNumber" :label="usual.tax.number"
        ><InputText v-model="form.taxNumber" maxlength="60" /><span v-if="doubt" class="small text-gorse">{{
          doubt
        }}</span></FieldOf
      >
      <FieldOf
        name="register"
        :label="
          usual.invoiceShows.includes('register')
            ? 'Register and number there, as your invoices have to say'
            : 'Register and number there, if you stand in one'
        "
        ><InputText v-model="form.register" maxlength="120"
      /></FieldOf>
      <FieldOf name="bank" label="Account we are paid to"
        ><InputText v-model="form.bank" maxlength="300" placeholder="Name, IBAN, BIC"
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="320px" />
    <template #effect>
      <h2>On an invoice</h2>
      <div class="card font-serif">
        <p class="strong text-l">{{ says.invoice }} 2026-0001</p>
        <p class="mt-2">{{ form.legalName || 'Registered name' }}</p>
        <p class="whitespace-pre-line">{{ form.address || 'Address' }}</p>
        <p class="soft small mt-3">
          {{ form.name }} · {{ form.email }} · {{ says.taxNumber }} {{ form.taxNumber || '…'
          }}{{ form.register ? ` · ${form.register}` : '' }}
        </p>
      </div>
      <h2>Under a letter</h2>
      <div class="card">
        <p class="soft small">{{ [form.name, ...form.address.split('\n')].filter(Boolean).join(', ') }}</p>
      </div>
      <p v-if="lacking.length" class="small text-gorse">
        Without {{ lacking.join(' and ') }} no invoice can be raised.
      </p>
    </template>
  </SettingPage>
</template>
