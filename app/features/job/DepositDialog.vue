<script setup lang="ts">
import { type Minor, majorString } from '~~/core/money/money'
import { readAmount, typedDecimal } from '~~/core/money/typed'
import { depositGiven, depositRules } from '~~/shared/jobs'
import type { JobFile } from '~~/shared/out/jobs'
import { typedAmountOrNone } from '~~/shared/typed'
import { takeToJob } from './files'
import { useJob } from './useJob'

/** What becomes of a damage deposit: the rest goes back of what isn't kept; what is kept says why, with pictures. */
const props = defineProps<{ held: number }>()
const emit = defineEmits<{ close: [] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const locale = useLocale()
const notices = useNotices()
const { act, busy: taking } = useAct()
const { currency } = job.value
const typed = (n: number) => typedDecimal(majorString(n as Minor, currency), locale.value)
const form = reactive({ back: typed(props.held), kept: '', method: 'bank', words: '', key: newKey() })
const files = ref<JobFile[]>([])
/** What is kept changes what goes back, as long as that isn't more than is held. */
watch(
  () => form.kept,
  (kept) => {
    const read = kept.trim() ? readAmount(kept, currency, locale.value) : { value: 0 }
    if ('value' in read && read.value >= 0 && read.value <= props.held) form.back = typed(props.held - read.value)
  },
)
const amount = computed(() => typedAmountOrNone(currency, locale.value))
const schema = computed(() => depositRules(depositGiven.extend({ back: amount.value, kept: amount.value })))
const take = (given: File[]) =>
  act(async () => {
    for (const file of given) files.value.push(await takeToJob(job.value.id, file))
  })
async function send(body: object) {
  await thisJob.post('/deposit', body)
  notices.say('Booked. The client is told.')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="The damage deposit"
    :style="{ width: 'min(480px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf
      v-slot="{ busy }"
      class="grid gap-3"
      :schema="schema"
      :given="() => ({ ...form, files: files.map((f) => f.sha) })"
      :send="send"
    >
      <p>{{ money(held, currency) }} is held.</p>
      <div class="pairs">
        <FieldOf name="kept" :label="`Kept, in ${currency}`"
          ><InputText v-model="form.kept" inputmode="decimal" maxlength="20" placeholder="nothing" autofocus
        /></FieldOf>
        <FieldOf name="back" :label="`Given back, in ${currency}`"
          ><InputText v-model="form.back" inputmode="decimal" maxlength="20"
        /></FieldOf>
      </div>
      <FieldOf name="words" label="What it is kept for; the client reads it"
        ><Textarea v-model="form.words" rows="2" auto-resize maxlength="1000"
      /></FieldOf>
      <div class="flex flex-wrap gap-2 items-center">
        <FilePick
          label="A picture of it"
          name="A picture of it"
          accept="image/*,application/pdf"
          multiple
          :disabled="taking"
          @picked="take"
        />
        <span v-for="f in files" :key="f.sha" class="small">{{ f.name }}</span>
      </div>
      <Choice v-model="form.method" label="Given back" :options="PAID_BY" />
      <p class="acts"><Button type="submit" :disabled="busy || taking">Book it</Button></p>
    </FormOf>
  </Dialog>
</template>
