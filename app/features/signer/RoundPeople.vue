<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import type { WordKey } from '~~/shared/words'
import { useSays } from './says'

/** Who else is involved, and where they are. */
const props = defineProps<{ view: SignerView }>()
const says = useSays()
const current = computed(() =>
  Math.min(
    ...props.view.others.filter((o) => o.part !== 'copy' && o.status !== 'done').map((o) => o.turn),
    Number.MAX_SAFE_INTEGER,
  ),
)
function word(o: SignerView['others'][number]): WordKey {
  if (o.part === 'copy') return 'stCopy'
  if (o.status === 'done') return o.part === 'witness' ? 'stWitnessed' : 'stDone'
  if (o.status === 'declined') return 'stDeclined'
  return ['asked', 'opened'].includes(o.status) && o.turn === current.value ? 'stNow' : 'stLater'
}
const STANDS = {
  stCopy: 'skipped',
  stWitnessed: 'settled',
  stDone: 'settled',
  stDeclined: 'trouble',
  stNow: 'theirs',
  stLater: 'not-yet',
} as const
const rows = computed(() => props.view.others.map((o) => ({ ...o, word: word(o) as keyof typeof STANDS })))
</script>

<template>
  <details v-if="rows.length" class="people pt-2.5 pb-0 px-5 text-m">
    <summary class="cursor-pointer text-ink-soft">{{ says('involved') }} ({{ rows.length + 1 }})</summary>
    <ul>
      <li v-for="(o, i) in rows" :key="i" class="grid grid-cols-[22px_1fr] py-1 px-0">
        <StopMark :state="STANDS[o.word]" :size="16" /><span
          ><b>{{ o.name }}</b> {{ says(o.word) }}</span
        >
      </li>
    </ul>
  </details>
</template>
