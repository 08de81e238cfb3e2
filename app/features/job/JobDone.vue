<script setup lang="ts">
import { readDecimal, typedDecimal } from '~~/core/money/typed'
import { doneAs, doneByRecord, isOtherwise } from '~~/core/pricing/done'
import { type PricedLine, counts, price } from '~~/core/pricing/pricing'
import { completedJob } from '~~/shared/jobs'
import { mayMakeExtra } from './extra'
import { useJob } from './useJob'

/**
 * Says that a job is done, when, and what was different. How many of each line there really were stands beside what was agreed;
 * what differs goes on an extra as lines. The way back stands in the notice.
 */
const emit = defineEmits<{ close: []; extra: [words: string, lines: PricedLine[]] }>()
const thisJob = useJob()
const { job } = storeToRefs(thisJob)
const notices = useNotices()
const session = useSession()
const locale = useLocale()
const mayExtra = computed(() => mayMakeExtra(job.value, session))
const agreed = job.value.lines.filter(counts)
const done = reactive(doneByRecord(job.value.lines, job.value))
/** What was typed and is no number, by line. */
const wrong = reactive<Record<string, string>>({})
function take(l: PricedLine, text: string) {
  const read = readDecimal(text, locale.value)
  if ('value' in read && Number(read.value) >= 0) {
    delete wrong[l.key]
    done[l.key] = read.value
  } else wrong[l.key] = text
}
const otherwise = computed(() => mayExtra.value && isOtherwise(job.value.lines, done))
/** What all of it comes to as it was done, and what that is more or less than agreed. */
const comesTo = computed(() => {
  const { lines, discount, pricesIncludeTax, reverseCharge, priced, currency } = job.value
  const { total } = price({ lines: doneAs(lines, done), discount, pricesIncludeTax, reverseCharge })
  const more = total - priced.total
  return `${money(total, currency)}, ${money(Math.abs(more), currency)} ${more < 0 ? 'less' : 'more'} than agreed`
})
function toExtra() {
  if (Object.keys(wrong).length) return
  emit('extra', form.words, doneAs(job.value.lines, done))
  emit('close')
}
const due = job.value.starts?.slice(0, 10)
const form = reactive({ day: due && due < job.value.today ? due : job.value.today, words: '' })
async function keep(body: object) {
  await thisJob.post('/completed', body)
  notices.say('It is done.', { undo: () => thisJob.post('/completed', { day: null }) })
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    header="It is done"
    :style="{ width: 'min(520px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="completedJob" :given="() => form" :send="keep">
      <FieldOf name="day" label="On"><WhenField v-model="form.day" kind="day" :max="job.today" /></FieldOf>
      <section v-if="mayExtra && agreed.length" aria-labelledby="really" class="grid gap-2">
        <h3 id="really">What was really done</h3>
        <div v-for="l in agreed" :key="l.key" class="grid gap-2 items-center grid-cols-[minmax(0,1fr)_90px_64px]">
          <span class="wrap-anywhere"
            >{{ l.description
            }}<span v-if="done[l.key] !== l.quantity" class="soft small block"
              >{{ typedDecimal(l.quantity, locale) }} {{ l.unit }} agreed</span
            ></span
          >
          <TypedText
            :value="wrong[l.key] ?? typedDecimal(done[l.key]!, locale)"
            inputmode="decimal"
            maxlength="20"
            class="text-right"
            :aria-label="`How many really: ${l.description}`"
            :aria-invalid="l.key in wrong"
            @given="take(l, $event)"
          />
          <span class="soft small">{{ l.unit }}</span>
        </div>
        <p v-if="otherwise" class="notice small" role="status">
          {{ comesTo }}. The client agrees to that on an extra, then it is done.
        </p>
      </section>
      <FieldOf name="words" label="What was different, for yourselves"
        ><Textarea v-model="form.words" rows="3" maxlength="2000" placeholder="nothing"
      /></FieldOf>
      <p class="acts">
        <Button v-if="otherwise" @click="toExtra">Write the difference as an extra</Button>
        <Button type="submit" :disabled="busy" :variant="otherwise ? 'outlined' : undefined">{{
          otherwise ? 'Done as it was agreed' : 'It is done'
        }}</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
