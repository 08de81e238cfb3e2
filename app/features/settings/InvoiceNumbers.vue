<script setup lang="ts">
import { numberBy, patternProblem } from '~~/core/invoices/numbers'
import { invoiceNumbers } from '~~/shared/settings'
import { useBusiness } from './useSettings'

/** How invoices are numbered, with the number that comes next beside it. */
const business = useBusiness()
const { data } = storeToRefs(business)
const notices = useNotices()
const form = reactive({ pattern: '', next: '' })
watch(data, (now) => now && Object.assign(form, { pattern: now.numbers.pattern, next: String(now.numbers.next) }), {
  immediate: true,
})
const shown = computed(() =>
  patternProblem(form.pattern) ? '' : numberBy(form.pattern, new Date().getFullYear(), Number(form.next) || 1),
)
async function keep(body: object) {
  await business.keep('numbers', body)
  notices.say('Kept. What was given stays as it is.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="grid gap-3 max-w-150 mt-8"
    aria-label="Numbers of invoices"
    :schema="invoiceNumbers"
    :given="() => form"
    :send="keep"
  >
    <h2>Numbers of invoices</h2>
    <div class="pairs">
      <FieldOf name="pattern" label="Written as"
        ><InputText v-model="form.pattern" maxlength="40" placeholder="{year}-{n:4}"
      /></FieldOf>
      <FieldOf name="next" label="The next is number"
        ><InputText v-model="form.next" inputmode="numeric" maxlength="8"
      /></FieldOf>
    </div>
    <p class="soft small">
      <template v-if="shown"
        >The next invoice is <b>{{ shown }}</b>. </template
      >{year} is the year, {n:4} the number with four digits; with the year in it each year begins anew. None is left
      out.
    </p>
    <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Keep the numbers</Button></p>
  </FormOf>
</template>
