<script setup lang="ts">
import { addDays, formatDay } from '~~/core/calendar/dates'
import { termsGiven } from '~~/shared/settings'
import { useBusiness } from './useSettings'

/** When an invoice is to be paid, and what stands under it: terms, ways to pay. */
const business = useBusiness()
const { data } = storeToRefs(business)
const notices = useNotices()
const form = reactive({ days: '0', words: '' })
const { send } = useKept({
  kept: () => data.value?.terms,
  form: () => form,
  take: (terms) => Object.assign(form, { days: String(terms?.days ?? 0), words: terms?.words ?? '' }),
})
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const due = computed(() => {
  const read = termsGiven.safeParse(form)
  return read.success ? formatDay(addDays(today, read.data.days), today) : ''
})
async function keep(body: object) {
  await send((headers) => business.keep('terms', body, headers))
  notices.say('Kept. Invoices from the next one on say it.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="grid gap-3 max-w-150 mt-8"
    aria-label="Terms of invoices"
    :schema="termsGiven"
    :given="() => form"
    :send="keep"
  >
    <h2>When an invoice is to be paid</h2>
    <FieldOf name="days" label="Days, where the day its stage was due is over"
      ><InputText v-model="form.days" class="w-24!" inputmode="numeric" maxlength="3"
    /></FieldOf>
    <p v-if="due" class="soft small">One of today is due on {{ due }}.</p>
    <FieldOf name="words" label="What stands under it: terms, ways to pay"
      ><Textarea v-model="form.words" auto-resize rows="3" maxlength="1000"
    /></FieldOf>
    <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Keep the terms</Button></p>
  </FormOf>
</template>
