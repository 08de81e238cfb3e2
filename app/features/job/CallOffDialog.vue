<script setup lang="ts">
import { type CallOffLook, callOff } from '~~/shared/jobs'
import { majorString } from '~~/core/money/money'
import { typedDecimal } from '~~/core/money/typed'
import { typedPrice } from '~~/shared/typed'
import { useJob } from './useJob'

/** Calls a job off: by whom and when, what its terms keep, what goes back; papers and money follow after an hour. */
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { currency } = job.value
const c = (n: number) => money(n, currency)
const form = reactive({ by: 'client' as 'client' | 'business', on: job.value.today, owed: '', words: '' })
const look = ref<CallOffLook | null>(null)
const { act } = useAct()
watch(
  () => [form.by, form.on],
  () =>
    act(async () => {
      const asked = { by: form.by, on: form.on }
      const found = await api<CallOffLook>(`/api/jobs/${job.value.id}/call-off`, { query: asked })
      if (asked.by !== form.by || asked.on !== form.on) return
      look.value = found
      form.owed = typedDecimal(majorString(found.owed, currency), locale.value)
    }),
  { immediate: true },
)
const schema = computed(() => callOff.extend({ owed: typedPrice(currency, locale.value) }))
const back = computed(() => {
  const read = schema.value.shape.owed.safeParse(form.owed)
  return look.value && read.success ? look.value.paid - (read.data as number) : 0
})
async function send(body: object) {
  await thisJob.post('/call-off', body)
  notices.say('Called off. You can take it back within the hour.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="Call the job off"
    :style="{ width: 'min(480px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <OneOf
        v-model="form.by"
        label="Who calls it off"
        :options="[
          { value: 'client', label: 'the client' },
          { value: 'business', label: 'we do' },
        ]"
      />
      <FieldOf name="on" label="Said on"><WhenField v-model="form.on" kind="day" :max="job.today" /></FieldOf>
      <FieldOf name="owed" :label="`What is kept, in ${currency}: the terms, or less`"
        ><InputText v-model="form.owed" inputmode="decimal" maxlength="20"
      /></FieldOf>
      <FieldOf name="words" label="Why, for the record and whoever still has papers"
        ><Textarea v-model="form.words" rows="2" auto-resize maxlength="1000"
      /></FieldOf>
      <ul v-if="look" class="small grid gap-1" aria-label="What follows">
        <li>By its terms {{ c(look.owed) }} of {{ c(look.total) }} is kept; {{ c(look.paid) }} was paid.</li>
        <li v-if="back > 0">{{ c(back) }} goes back to the client.</li>
        <li v-else-if="back < 0">{{ c(-back) }} is still to be paid.</li>
        <li v-if="look.held">The damage deposit of {{ c(look.held) }} is given back.</li>
        <li v-if="look.out.length">{{ look.out.join(', ') }}: withdrawn.</li>
        <li v-if="look.invoice">Invoice {{ look.invoice }}: credited down to what is kept.</li>
      </ul>
      <p class="acts"><Button type="submit" :disabled="busy || !look">Call it off</Button></p>
    </FormOf>
  </Dialog>
</template>
