<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import { typedDecimal } from '~~/core/money/typed'
import { type ActOnRhythm, type RhythmDone, actOnRhythm } from '~~/shared/rhythms'
import { useJob } from './useJob'

/** Pauses or ends a rhythm, or has it cost something else from a day on. */
const { act } = defineProps<{ act: 'pause' | 'end' | 'price' }>()
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const notices = useNotices()
const locale = useLocale()
const { today, rhythm } = job.value
const form = reactive({
  from: act === 'price' ? addDays(today, rhythm!.notice) : today,
  to: '',
  percent: '',
})
const HEADS = { pause: 'Pause it', end: 'End it', price: 'Another price' }
const BUTTONS = { pause: 'Pause it', end: 'End it', price: 'Tell them, and charge it then' }
const percent = () =>
  form.percent.trim().replace(',', '.').replace(/%$/, '').replace('−', '-').replace(/^\+/, '').trim()
const given = (): ActOnRhythm =>
  act === 'pause'
    ? { act, from: form.from, to: form.to || null }
    : act === 'end'
      ? { act, on: form.from }
      : { act, from: form.from, percent: percent() }
async function send(body: object) {
  const { kept } = await api<RhythmDone>(`/api/jobs/${job.value.id}/rhythm`, { method: 'POST', body })
  await thisJob.load()
  const days = kept.map((k) => shortDay(k.day)).join(', ')
  notices.say(kept.length ? `Done. Something has happened with ${days} already: that stays.` : 'Done.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="HEADS[act]"
    :style="{ width: 'min(440px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="actOnRhythm" :given="given" :send="send">
      <template v-if="act === 'price'">
        <FieldOf name="percent" label="So many percent more; less with a minus"
          ><InputText
            v-model="form.percent"
            inputmode="decimal"
            maxlength="10"
            :placeholder="typedDecimal('3.5', locale)"
        /></FieldOf>
        <FieldOf name="from" label="From"><WhenField v-model="form.from" kind="day" /></FieldOf>
        <p class="soft small">
          {{
            job.client?.email
              ? `${job.client.name} hears of it by e-mail now`
              : 'There is no e-mail address of the client: tell them yourself'
          }}. Jobs of those days that nothing has happened with follow.
        </p>
      </template>
      <template v-else-if="act === 'pause'">
        <FieldOf name="from" label="The first day without"><WhenField v-model="form.from" kind="day" /></FieldOf>
        <FieldOf name="to" label="The last day without; empty until you let it go on"
          ><WhenField v-model="form.to" kind="day"
        /></FieldOf>
      </template>
      <FieldOf v-else name="on" label="The last day it can fall on"
        ><WhenField v-model="form.from" kind="day"
      /></FieldOf>
      <p v-if="act !== 'price'" class="soft small">
        Jobs of those days that nothing has happened with go. The others stay, and are named.
      </p>
      <p class="acts">
        <Button type="submit" :disabled="busy">{{ BUTTONS[act] }}</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
