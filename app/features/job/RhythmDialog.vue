<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import { type Rhythm, MOST_EVERY, daysOf, rhythmOf, ruleOf, weekdayOf } from '~~/core/recurrence/rhythm'
import { rhythmWords } from '~~/core/recurrence/words'
import { saveRhythm } from '~~/shared/rhythms'
import { useJob } from './useJob'

/** Says how a job is to repeat, with the days that will come beside it; nothing comes of it before it is switched on. */
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const notices = useNotices()
const from = job.value.starts!.slice(0, 10)
const there = job.value.rhythm
const before = there && rhythmOf(there.rule, from)
const end = before?.end ?? null
const form = reactive({
  every: before?.every ?? 1,
  unit: before?.unit ?? ('week' as Rhythm['unit']),
  weekdays: before?.weekdays.length ? before.weekdays : [weekdayOf(from)],
  onThe: before?.onThe ?? ('date' as Rhythm['onThe']),
  ends: end ? ('until' in end ? 'until' : 'more') : 'never',
  until: end && 'until' in end ? end.until : addDays(from, 364),
  more: end && 'more' in end ? end.more : 11,
  ahead: there?.ahead ?? 28,
  payWithin: there?.payWithin ?? 14,
  notice: there?.notice ?? 30,
})
const UNITS = [
  { value: 'day', label: 'days' },
  { value: 'week', label: 'weeks' },
  { value: 'month', label: 'months' },
  { value: 'year', label: 'years' },
] as const
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((label, i) => ({ value: i + 1, label }))
const DAYS = [
  { value: 'date', label: `day ${Number(from.slice(8))}` },
  { value: 'last-day', label: 'the last day' },
  { value: 'last-working-day', label: 'the last working day' },
] as const
const ENDS = [
  { value: 'never', label: 'goes on' },
  { value: 'until', label: 'until a day' },
  { value: 'more', label: 'so many times more' },
]
const rule = computed(() =>
  form.unit === 'week' && !form.weekdays.length
    ? ''
    : ruleOf(
        {
          unit: form.unit,
          every: form.every,
          weekdays: form.unit === 'week' ? form.weekdays : [],
          onThe: form.unit === 'month' ? form.onThe : 'date',
          end: form.ends === 'never' ? null : form.ends === 'until' ? { until: form.until } : { more: form.more },
        },
        from,
      ),
)
const SHOWN = 12
/** Beyond this no day is looked for. */
const FAR = 36_600
const coming = computed(() => (rule.value ? daysOf(rule.value, from, { to: addDays(from, FAR), most: SHOWN }) : []))
const past = computed(() => coming.value.filter((d) => d < job.value.today).length)
const given = () => ({ rule: rule.value, ahead: form.ahead, payWithin: form.payWithin, notice: form.notice })
async function send(body: object) {
  await api(`/api/jobs/${job.value.id}/rhythm`, { method: 'PUT', body })
  await thisJob.load()
  notices.say('Kept. Nothing comes of it before it is switched on.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Again and again"
    :style="{ width: 'min(760px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-4" :schema="saveRhythm" :given="given" :send="send">
      <div class="grid gap-6 narrow:grid-cols-[minmax(0,1fr)_260px]">
        <div class="grid gap-3 content-start">
          <div class="flex gap-3 items-end flex-wrap">
            <label class="field"
              ><span>Every</span
              ><InputNumber
                v-model="form.every"
                :min="1"
                :max="MOST_EVERY"
                :use-grouping="false"
                :allow-empty="false"
                :input-style="{ width: '72px' }"
            /></label>
            <Choice v-model="form.unit" aria-label="Days, weeks, months or years" :options="UNITS" />
          </div>
          <FieldOf name="rule">
            <SelectButton
              v-if="form.unit === 'week'"
              v-model="form.weekdays"
              multiple
              :options="WEEKDAYS"
              option-label="label"
              option-value="value"
              aria-label="On these days"
            />
            <OneOf v-else-if="form.unit === 'month'" v-model="form.onThe" label="On which day" :options="DAYS" />
          </FieldOf>
          <OneOf v-model="form.ends" label="How long" :options="ENDS" />
          <label v-if="form.ends === 'until'" class="field"
            ><span>The last day it can fall on</span><WhenField v-model="form.until" kind="day" :min="addDays(from, 1)"
          /></label>
          <label v-if="form.ends === 'more'" class="field"
            ><span>Times after the first</span
            ><InputNumber v-model="form.more" :min="1" :max="999" :use-grouping="false" :allow-empty="false"
          /></label>
          <div class="grid gap-3 narrow:grid-cols-3 items-end">
            <FieldOf name="ahead" label="Days ahead a job is put down"
              ><InputNumber v-model="form.ahead" :min="0" :max="400" :use-grouping="false" fluid
            /></FieldOf>
            <FieldOf name="payWithin" label="Days to pay, from each day"
              ><InputNumber v-model="form.payWithin" :min="0" :max="365" :use-grouping="false" fluid
            /></FieldOf>
            <FieldOf name="notice" label="Days’ notice of a new price"
              ><InputNumber v-model="form.notice" :min="0" :max="365" :use-grouping="false" fluid
            /></FieldOf>
          </div>
        </div>
        <section aria-labelledby="coming" class="content-start grid gap-2">
          <h3 id="coming">What will come</h3>
          <p class="soft small">{{ rule ? rhythmWords(rule, from) : 'Choose a day of the week.' }}</p>
          <ul class="ledger" aria-labelledby="coming">
            <li v-for="d in coming" :key="d" class="pair">
              <span :class="{ soft: d < job.today }">{{ dayWords(d, job.today) }}</span><span class="money">{{
                money(job.priced.total, job.currency)
              }}</span>
            </li>
          </ul>
          <p v-if="rule && !coming.length" class="soft small">No day comes after the first.</p>
          <p v-else-if="coming.length === SHOWN" class="soft small">… and so on.</p>
          <p v-if="past" class="notice small">
            {{ past === 1 ? 'One of these is past: it is' : `${past} of these are past: they are` }} put down and
            invoiced at once.
          </p>
        </section>
      </div>
      <p class="acts"><Button type="submit" :disabled="busy">Keep this rhythm</Button></p>
    </FormOf>
  </Dialog>
</template>
