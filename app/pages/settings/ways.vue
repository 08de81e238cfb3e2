<script setup lang="ts">
import type { StopState } from '~~/core/line/line'
import type { WaysView } from '~~/shared/out/settings'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useWays } from '~/features/settings/useSettings'

/** What goes out and in: each way, whether it works, and what went wrong last. */
useHead({ title: 'What goes out, and does it · Upwold' })
const ways = useWays()
ways.follow()
const { data, problem } = storeToRefs(ways)
type Way = WaysView['ways'][number]
const NAMES: Record<Way['key'], [name: string, to?: string]> = {
  letters: ['Letters', '/settings/mail'],
  texts: ['Texts', '/settings/texts'],
  cards: ['Card payments'],
  identity: ['Checks of identity documents'],
  storage: ['Files', '/settings/kept'],
  times: ['Time stamps', '/settings/times'],
}
const MARKS: Record<Way['state'], StopState> = {
  works: 'settled',
  pretended: 'theirs',
  off: 'skipped',
  trouble: 'trouble',
}
const STATES: Record<Way['state'], string> = {
  works: 'works',
  pretended: 'pretended',
  off: 'not set up',
  trouble: 'in trouble',
}
</script>

<template>
  <SettingPage title="What goes out, and does it?" :problem="problem">
    <Skeleton v-if="!data" height="280px" />
    <ul v-else class="ledger w-full" aria-label="Ways out">
      <li v-for="w in data.ways" :key="w.key" class="grid gap-x-3 grid-cols-[24px_minmax(0,1fr)_auto] py-3">
        <StopMark :state="MARKS[w.state]" :size="17" />
        <div class="wrap-anywhere">
          <NuxtLink v-if="NAMES[w.key][1]" class="strong" :to="NAMES[w.key][1]!">{{ NAMES[w.key][0] }}</NuxtLink><b
            v-else
            >{{ NAMES[w.key][0] }}</b
          >
          <span class="soft small block">{{ w.words }}</span>
          <span v-if="w.error" class="small block text-bracken">{{ w.error }}</span>
        </div>
        <span class="soft small">{{ STATES[w.state] }}</span>
      </li>
    </ul>
  </SettingPage>
</template>
