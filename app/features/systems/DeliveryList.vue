<script setup lang="ts">
import type { StopState } from '~~/core/line/line'
import type { DeliveriesView } from '~~/shared/out/systems'
import { useDeliveries } from './useSystems'

/** What was given over to a system: what was said, what it answered, and once more. */
const props = defineProps<{ system: string; may: boolean }>()
const deliveries = useDeliveries()
deliveries.of = props.system
deliveries.follow()
const { rows, first, more, problem } = storeToRefs(deliveries)
const { busy, act } = useAct()
const shown = ref('')
type Row = DeliveriesView['rows'][number]
const MARK: Record<Row['state'], StopState> = {
  waiting: 'theirs',
  done: 'settled',
  refused: 'trouble',
  'given up': 'trouble',
}
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const when = (at: string) => instantWords(at, first.value?.timeZone ?? 'Europe/London', today)
const says = (r: Row) => {
  const last = r.tries.at(-1)
  if (r.state === 'waiting')
    return r.tries.length ? `tried ${r.tries.length} times, tried again by itself` : 'on its way'
  return last?.status ? `answered ${last.status} in ${last.ms} ms` : (last?.said ?? r.state)
}
const pretty = (body: string) => {
  try {
    return JSON.stringify(JSON.parse(body), null, 2)
  } catch {
    return body
  }
}
</script>

<template>
  <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
  <ul v-if="rows.length" class="ledger" aria-label="What was given over">
    <li v-for="r in rows" :key="r.id" class="py-2 grid gap-1">
      <p class="flex flex-wrap gap-x-3 gap-y-1 items-center">
        <StopMark :state="MARK[r.state]" /><b>{{ r.what }}</b
        ><span class="soft small">{{ when(r.createdAt) }}</span
        ><span class="flex-1 small">{{ says(r) }}</span>
        <Button
          variant="text"
          size="small"
          :aria-expanded="shown === r.id"
          @click="shown = shown === r.id ? '' : r.id"
          >{{ shown === r.id ? 'Close' : 'What was said' }}</Button
        >
        <Button v-if="may" variant="text" size="small" :disabled="busy" @click="act(() => deliveries.again(r.id))"
          >Send again</Button
        >
      </p>
      <div v-if="shown === r.id" class="grid gap-2">
        <pre class="bg-desk p-3 rounded-corner overflow-auto max-h-80 text-[13px]" tabindex="0">{{
          pretty(r.body)
        }}</pre>
        <ol class="small grid gap-1">
          <li v-for="t in r.tries" :key="t.at">
            {{ when(t.at) }}: {{ t.status || 'no answer' }}, {{ t.ms }} ms<template v-if="t.said"
              >: <span class="soft">{{ t.said.slice(0, 300) }}</span></template
            >
          </li>
        </ol>
      </div>
    </li>
  </ul>
  <p v-else-if="first" class="soft small">Nothing was given over to it yet.</p>
  <Skeleton v-else height="60px" />
  <Button v-if="more" variant="outlined" size="small" @click="deliveries.showMore()">Show more</Button>
</template>
