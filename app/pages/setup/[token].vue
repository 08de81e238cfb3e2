<script setup lang="ts">
import { type CountryCode, countryCodes, countryName, presetOf } from '~~/core/country/presets'
import type { SetupView } from '~~/shared/out/setup'
import { foundBusiness } from '~~/shared/setup'
import SetupEffect from '~/features/setup/SetupEffect.vue'
import SetupMail from '~/features/setup/SetupMail.vue'

/** The first start: four questions on one sheet, each with what its answer does beside it. */
definePageMeta({ layout: 'plain' })
useHead({ title: 'Begin · Upwold' })
const token = String(useRoute().params.token)
const base = `/api/setup/${token}`
const session = useSession()
const choices = ref<SetupView | null>(null)
const problem = ref('')
onMounted(async () => {
  try {
    choices.value = await api<SetupView>(base)
  } catch (e) {
    problem.value = wordsOf(e)
  }
})

/** Where this browser says it is, where that is one of ours. */
const here = (): CountryCode => {
  const region = new Intl.Locale(navigator.language).maximize().region
  return countryCodes.find((c) => c === region) ?? 'GB'
}
const form = reactive({
  name: '',
  country: here() as CountryCode,
  pricing: 'top' as 'inside' | 'top' | 'none',
  taxRate: '',
  currency: '',
  set: 'hire',
  owner: { name: '', email: '', password: '', pin: '' },
})
const mail = reactive({ later: true, host: '', port: '587', user: '', password: '', from: '' })
const usual = computed(() => presetOf(form.country))
watch(
  () => form.country,
  () => {
    const { tax, currency } = usual.value
    const [rate] = tax.rates
    Object.assign(form, {
      currency,
      taxRate: rate!.rate,
      pricing: rate!.rate === '0' ? 'none' : tax.inside ? 'inside' : 'top',
    })
  },
  { immediate: true },
)
const countries = computed(() =>
  countryCodes.map((c) => ({ value: c, label: countryName(c) })).sort((a, b) => a.label.localeCompare(b.label)),
)
const currencies = [...new Set(countryCodes.map((c) => presetOf(c).currency))].map((c) => ({ value: c, label: c }))
const sets = computed(() => (choices.value?.sets ?? []).map((s) => ({ value: s.id, label: s.name.en! })))
const set = computed(() => choices.value?.sets.find((s) => s.id === form.set) ?? null)
const many = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`
const brings = computed(() =>
  set.value
    ? `Brings ${many(set.value.kinds, 'job kind', 'job kinds')}, ${many(set.value.papers, 'paper', 'papers')}, ${set.value.items ? many(set.value.items, 'priced item', 'priced items') : 'no priced items'}, a payment plan and a letter to begin with${usual.value.language === 'de' ? ', in German' : ''}.`
    : '',
)
const given = () => ({ ...form, mail: mail.later ? null : { ...mail, from: mail.from || form.owner.email } })
async function open(body: object) {
  await api(base, { method: 'POST', body })
  await session.load()
  await navigateTo('/')
}
</script>

<template>
  <div>
    <header class="flex justify-between items-center gap-4 py-4 px-7 border-b border-b-hairline">
      <span class="font-serif strong text-xl">Upwold</span>
      <span class="soft small">on your own machine, with your own data · everything here can be changed later</span>
    </header>
    <p v-if="problem" class="page">
      <span class="notice trouble" role="alert"
        >{{ problem }} The address is printed where Upwold was started; once there is a business,
        <NuxtLink to="/sign-in">sign in</NuxtLink>.</span
      >
    </p>
    <div v-else class="grid narrow:grid-cols-2 narrow:min-h-[calc(100vh-66px)]">
      <FormOf
        v-slot="{ busy }"
        class="grid content-start gap-4.5 p-5 narrow:pt-6 narrow:pe-10 narrow:pb-12 narrow:ps-14"
        :schema="foundBusiness"
        :given="given"
        :send="open"
      >
        <h1>Four questions, then your first job</h1>
        <section class="grid gap-2.5 relative ps-10 pb-4.5 border-b border-b-hairline" aria-labelledby="who">
          <span class="absolute start-0 text-heather font-serif font-semibold text-l" aria-hidden="true">1</span>
          <h2 id="who" class="text-l text-ink">Who are you?</h2>
          <div class="grid grid-cols-[repeat(auto-fit,minmax(210px,1fr))] gap-2.5">
            <FieldOf name="name" label="Name of the business"
              ><InputText v-model="form.name" maxlength="120" autocomplete="organization" autofocus
            /></FieldOf>
            <Choice v-model="form.country" label="Country" :options="countries" />
            <FieldOf name="owner.name" label="Your name"
              ><InputText v-model="form.owner.name" maxlength="120" autocomplete="name"
            /></FieldOf>
            <FieldOf name="owner.email" label="Your e-mail, to sign in with"
              ><InputText v-model="form.owner.email" type="email" maxlength="320" autocomplete="username"
            /></FieldOf>
            <FieldOf name="owner.password" label="A password"
              ><InputText v-model="form.owner.password" type="password" maxlength="200" autocomplete="new-password"
            /></FieldOf>
            <FieldOf name="owner.pin" label="A PIN, for taking a device back"
              ><InputText v-model="form.owner.pin" type="password" inputmode="numeric" maxlength="8" autocomplete="off"
            /></FieldOf>
          </div>
        </section>
        <section class="grid gap-2.5 relative ps-10 pb-4.5 border-b border-b-hairline" aria-labelledby="price">
          <span class="absolute start-0 text-heather font-serif font-semibold text-l" aria-hidden="true">2</span>
          <h2 id="price" class="text-l text-ink">How do you price?</h2>
          <div class="flex flex-wrap gap-3 items-end">
            <OneOf
              v-model="form.pricing"
              class="w-full"
              label="How prices are told"
              :options="[
                { value: 'inside', label: 'with tax inside' },
                { value: 'top', label: 'tax on top' },
                { value: 'none', label: 'no tax' },
              ]"
            />
            <FieldOf v-if="form.pricing !== 'none'" name="taxRate" :label="`${usual.tax.name}, in percent`"
              ><InputText v-model="form.taxRate" inputmode="decimal" maxlength="6" class="w-24"
            /></FieldOf>
            <Choice v-model="form.currency" label="Currency" :options="currencies" />
          </div>
        </section>
        <section class="grid gap-2.5 relative ps-10 pb-4.5 border-b border-b-hairline" aria-labelledby="what">
          <span class="absolute start-0 text-heather font-serif font-semibold text-l" aria-hidden="true">3</span>
          <h2 id="what" class="text-l text-ink">What do you do?</h2>
          <OneOf v-if="choices" v-model="form.set" label="What you do" class="flex-wrap" :options="sets" />
          <Skeleton v-else width="320px" height="34px" />
          <p class="soft small">{{ brings }}</p>
        </section>
        <section class="grid gap-2.5 relative ps-10 pb-4.5 border-b border-b-hairline" aria-labelledby="mail">
          <span class="absolute start-0 text-heather font-serif font-semibold text-l" aria-hidden="true">4</span>
          <h2 id="mail" class="text-l text-ink">How does your mail go out?</h2>
          <SetupMail :mail="mail" :to="form.owner.email" :base="base" />
        </section>
        <Button type="submit" size="large" class="justify-self-end" :disabled="busy">Open the business</Button>
      </FormOf>
      <SetupEffect :answers="{ ...form, usual }" :name="form.name" :sample="set?.sample ?? null" />
    </div>
  </div>
</template>
