<script setup lang="ts">
import { z } from 'zod'
import { requiredLine } from '~~/shared/text'
import { canCorrect, correctSource, inputTypeOf, recordName } from './correct'
import { useRoom } from './room'
import { usePaper } from './usePaper'

/** Where a value comes from, and its correction at that place: the paper follows. */
const thisPaper = usePaper()
const { paper } = storeToRefs(thisPaper)
const { load } = thisPaper
const { value } = useRoom()
const editing = ref(false)
const text = ref('')
const shown = computed(() => value.value!)
const FROM: Record<string, string> = {
  job: 'From the job',
  business: 'From the business',
  plan: 'From the job’s payment plan',
  paper: 'A value of this paper alone',
}
const from = computed(() =>
  shown.value.source.record === 'contact'
    ? `From the ${recordName(shown.value.source)}’s record`
    : FROM[shown.value.source.record],
)
watch(
  () => shown.value.source.path,
  () => {
    editing.value = shown.value.gap && canCorrect(shown.value.source)
    const now = paper.value.written.context.values[shown.value.source.path]?.value
    text.value = typeof now === 'string' || typeof now === 'number' ? String(now) : ''
  },
  { immediate: true },
)
const pop = useTemplateRef<{ show(event: Event, target: HTMLElement): void }>('pop')
// After the press and the scrolling that led here: either would close it again.
onMounted(() =>
  requestAnimationFrame(() => requestAnimationFrame(() => pop.value?.show(new Event('show'), shown.value.at))),
)
const mine = shown.value.source.path
/** Closes this one: by the time its answer is here another value may be open. */
const close = () => {
  if (value.value?.source.path === mine) value.value = null
}
const given = z.object({ text: requiredLine(500, 'The value') })
async function keep({ text: value }: { text: string }) {
  try {
    await correctSource(paper.value, shown.value.source, value)
    close()
  } finally {
    await load()
  }
}
</script>

<template>
  <Popover ref="pop" :aria-label="shown.source.label" class="pop w-72.5" @hide="close">
    <p class="soft small">{{ from }}</p>
    <p>
      <b>{{ shown.source.label }}{{ shown.gap ? ' is missing' : `: ${shown.text}` }}</b>
    </p>
    <FormOf v-if="editing" v-slot="{ busy }" :schema="given" :given="() => ({ text })" :send="keep">
      <label class="sr" for="at-source">{{ shown.source.label }}</label>
      <FieldOf name="text"
        ><FactInput id="at-source" v-model="text" autofocus :type="inputTypeOf(shown.source)" required maxlength="500"
      /></FieldOf>
      <Button type="submit" :disabled="busy">Keep it on the {{ recordName(shown.source) }}</Button>
    </FormOf>
    <p v-else-if="canCorrect(shown.source)">
      <Button variant="outlined" @click="editing = true">Correct it at the source</Button>
    </p>
    <p v-else-if="shown.source.record === 'contact'" class="small soft">Say who this is first, at the left.</p>
    <p v-else><LinkButton :to="`/jobs/${paper.jobId}`">See the job</LinkButton></p>
  </Popover>
</template>

<style>
.pop .p-popover-content,
.pop form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
</style>
