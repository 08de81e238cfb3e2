<script setup lang="ts">
import { addDays, formatDay } from '~~/core/calendar/dates'
import { lateGiven } from '~~/shared/settings'
import { useBusiness } from './useSettings'

/** When clients are reminded of what is late by itself. */
const business = useBusiness()
const { data } = storeToRefs(business)
const notices = useNotices()
const form = reactive({ steps: '' })
const { send } = useKept({
  kept: () => data.value?.lateSteps,
  form: () => form,
  take: (steps) => Object.assign(form, { steps: (steps ?? []).join(', ') }),
})
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const days = computed(() => {
  const read = lateGiven.safeParse(form)
  return read.success ? read.data.steps.map((d) => formatDay(addDays(today, d), today)) : []
})
async function keep(body: object) {
  // What is typed is sent as it is typed: the server reads it by the same schema.
  await send((headers) => business.keep('late', { ...body, steps: form.steps }, headers))
  notices.say(days.value.length ? 'Kept. Reminders go out in the morning.' : 'Kept. Nobody is reminded by itself.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="grid gap-3 max-w-150 mt-8"
    aria-label="Reminders of what is late"
    :schema="lateGiven"
    :given="() => form"
    :send="keep"
  >
    <h2>Who pays late is reminded</h2>
    <FieldOf name="steps" label="Days after it was due, with commas between them; empty for never"
      ><InputText v-model="form.steps" class="w-60!" inputmode="text" maxlength="60" placeholder="3, 10, 20"
    /></FieldOf>
    <p v-if="days.length" class="soft small">
      Of something due today: {{ days.join('; ') }}, in the morning, until it is paid. The last says that it was asked
      for before.
    </p>
    <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Keep the reminders</Button></p>
  </FormOf>
</template>
