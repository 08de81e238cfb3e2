<script setup lang="ts">
import { X } from '@lucide/vue'
import { canCorrect, correctSource, inputTypeOf, recordName } from './correct'
import { useRoom } from './room'
import { usePaper } from './usePaper'

/** Where a value comes from, and its correction at that place: the paper follows. */
const thisPaper = usePaper()
const { paper, busy } = storeToRefs(thisPaper)
const { act, load } = thisPaper
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
const close = () => {
  value.value = null
}
const keep = () =>
  act(async () => {
    try {
      await correctSource(paper.value, shown.value.source, String(text.value).trim())
      close()
    } finally {
      await load()
    }
  })
</script>

<template>
  <div
    class="pop"
    role="dialog"
    :aria-label="shown.source.label"
    :style="{ left: `${shown.at.left}px`, top: `${shown.at.top}px` }"
    @keydown.esc.stop="close"
  >
    <p class="soft small">{{ from }}</p>
    <p>
      <b>{{ shown.source.label }}{{ shown.gap ? ' is missing' : `: ${shown.text}` }}</b>
    </p>
    <form v-if="editing" @submit.prevent="keep">
      <label class="sr" for="at-source">{{ shown.source.label }}</label>
      <FactInput id="at-source" v-model="text" :type="inputTypeOf(shown.source)" required maxlength="500" />
      <Button type="submit" :disabled="busy">Keep it on the {{ recordName(shown.source) }}</Button>
    </form>
    <p v-else-if="canCorrect(shown.source)">
      <Button variant="outlined" @click="editing = true">Correct it at the source</Button>
    </p>
    <p v-else-if="shown.source.record === 'contact'" class="small soft">Say who this is first, at the left.</p>
    <p v-else><LinkButton :to="`/jobs/${paper.jobId}`">See the job</LinkButton></p>
    <Button unstyled class="x" aria-label="Close" @click="close"><X :size="16" /></Button>
  </div>
</template>

<style scoped>
.pop {
  position: absolute;
  z-index: 20;
  width: 262px;
  background: var(--paper);
  border: 1px solid var(--hairline-strong);
  border-radius: var(--corner);
  box-shadow: var(--float);
  padding: 12px 14px;
  display: grid;
  gap: 6px;
}
.pop form {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.x {
  position: absolute;
  right: 6px;
  top: 4px;
  border: 0;
  background: none;
  cursor: pointer;
  font-size: 17px;
  color: var(--ink-soft);
}
</style>
