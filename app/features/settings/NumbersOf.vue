<script setup lang="ts">
import { type Numbered, numberBy, patternProblem } from '~~/core/invoices/numbers'
import { numbersGiven } from '~~/shared/settings'
import { useBusiness } from './useSettings'

/** How invoices or quotes are numbered, with the number that comes next beside it. */
const props = defineProps<{ of: Numbered; title: string; one: string; like: string; says: string }>()
const business = useBusiness()
const { data } = storeToRefs(business)
const notices = useNotices()
const form = reactive({ pattern: '', next: '' })
const { send } = useKept({
  kept: () => data.value?.numbers[props.of],
  form: () => form,
  take: (now) => Object.assign(form, { pattern: now?.pattern ?? '', next: String(now?.next ?? '') }),
})
const shown = computed(() =>
  patternProblem(form.pattern) ? '' : numberBy(form.pattern, new Date().getFullYear(), Number(form.next) || 1),
)
async function keep(body: object) {
  await send((headers) => business.keep('numbers', body, headers))
  notices.say('Kept. What was given stays as it is.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="grid gap-3 max-w-150 mt-8"
    :aria-label="title"
    :schema="numbersGiven"
    :given="() => ({ of, ...form })"
    :send="keep"
  >
    <h2>{{ title }}</h2>
    <div class="pairs">
      <FieldOf name="pattern" label="Written as"
        ><InputText v-model="form.pattern" maxlength="40" :placeholder="like"
      /></FieldOf>
      <FieldOf name="next" label="The next is number"
        ><InputText v-model="form.next" inputmode="numeric" maxlength="8"
      /></FieldOf>
    </div>
    <p class="soft small">
      <template v-if="shown"
        >The next {{ one }} is <b>{{ shown }}</b>. </template
      >{{ says }}
    </p>
    <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Keep the numbers</Button></p>
  </FormOf>
</template>
