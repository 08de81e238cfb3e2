<script setup lang="ts">
import { formatDay } from '~~/core/calendar/dates'
import type { TodayView } from '~~/shared/overview'
import ComingStrip from '~/features/today/ComingStrip.vue'
import FirstSteps from '~/features/today/FirstSteps.vue'
import MoneyRow from '~/features/today/MoneyRow.vue'
import PulseStrip from '~/features/pulse/PulseStrip.vue'
import ShortLedger from '~/features/today/ShortLedger.vue'
import { summaryOf } from '~/features/today/summary'
import { useToday } from '~/features/today/useToday'
import TaskLedger from '~/features/tasks/TaskLedger.vue'

useHead({ title: 'Today · Upwold' })
const today = useToday()
today.follow()
const { data: view, problem } = storeToRefs(today)
const notices = useNotices()
useRowKeys()
useScreenKeys('On Today', [
  ['j, k', 'along what waits'],
  ['Enter', 'open its job'],
])

const LABEL = {
  countersign: 'Countersign',
  answer: 'See and answer',
  check: 'Check it',
  send: 'Check and send',
  open: 'Open',
} as const
const target = (m: TodayView['yours'][number]) =>
  m.paperId && m.act !== 'open' ? `/papers/${m.paperId}` : `/jobs/${m.jobId}`
const papers = usePaperActs()
const countersign = (paperId: string) => papers.countersign(paperId).catch(notices.trouble)
const nudge = (paperId: string) => papers.nudge(paperId).catch(notices.trouble)
</script>

<template>
  <div class="page">
    <p v-if="problem" class="notice trouble" role="alert">
      {{ problem }} <Button variant="text" @click="today.load()">Try again</Button>
    </p>
    <template v-if="view">
      <div class="grid narrow:grid-cols-[minmax(0,1fr)_300px] gap-9">
        <div>
          <h1>{{ formatDay(view.today, view.today) }}</h1>
          <p class="soft text-[16px] mt-1 mb-5 mx-0">{{ summaryOf(view) }}</p>
          <FirstSteps />
          <ShortLedger
            v-slot="{ row: m }"
            title="Yours to move"
            :total="view.yoursTotal"
            :rows="view.yours"
            none="Nothing waits for you."
            :key-of="(m) => m.jobId + m.words"
          >
            <StopMark :state="m.state" :size="20" />
            <div class="what">
              <NuxtLink :to="`/jobs/${m.jobId}`" data-row class="strong title">{{ m.words }}</NuxtLink><span
                class="soft small ellipsis"
                >{{ m.title }}{{ m.client ? `, ${m.client}` : '' }}</span
              >
            </div>
            <span class="small when"
              >{{ dayWords(m.day, view.today) }}
              <span v-if="m.day" class="soft">({{ away(m.day, view.today) }})</span></span
            >
            <Button
              v-if="m.act === 'countersign' && m.paperId"
              :variant="m === view.yours[0] ? undefined : 'outlined'"
              @click="countersign(m.paperId)"
              >{{ LABEL[m.act] }}</Button
            >
            <LinkButton v-else :main="m === view.yours[0]" :to="target(m)">{{ LABEL[m.act] }}</LinkButton>
          </ShortLedger>
          <ShortLedger
            v-slot="{ row: w }"
            title="Waiting on others"
            :total="view.waitingTotal"
            :rows="view.waiting"
            none="Nobody keeps you waiting."
            :key-of="(w) => w.jobId + w.what"
          >
            <StopMark :state="w.state" :size="20" />
            <div class="what">
              <NuxtLink :to="`/jobs/${w.jobId}`" data-row class="title"
                ><b>{{ w.who }}</b> {{ w.what }}</NuxtLink
              ><span class="soft small ellipsis"
                >{{ w.title }}{{ w.day ? `, ${dayWords(w.day, view.today)}` : '' }}</span
              >
            </div>
            <span class="small when" :class="{ bad: w.state === 'trouble' }">{{ w.detail }}</span>
            <Button v-if="w.paperId" variant="outlined" :aria-label="`Nudge ${w.who}`" @click="nudge(w.paperId)"
              >Nudge</Button
            >
            <LinkButton v-else :to="`/jobs/${w.jobId}`" :aria-label="`Open ${w.title}`">Open</LinkButton>
          </ShortLedger>
          <TaskLedger />
        </div>
        <aside>
          <MoneyRow :sums="view.money" :currency="view.currency" />
          <h2 class="gap"><NuxtLink to="/timeline">Just happened</NuxtLink></h2>
          <ul class="ledger small">
            <li v-for="h in view.happened" :key="h.id" class="py-[9px] px-0">
              <span class="soft">{{ whenWords(h.at, view.today) }}</span>
              <NuxtLink v-if="h.jobId" class="text-ink no-underline hover:underline" :to="`/jobs/${h.jobId}`">{{
                h.words
              }}</NuxtLink><span v-else>{{ h.words }}</span>
            </li>
            <li v-if="view.happened.length === 0" class="none soft">Nothing yet.</li>
          </ul>
        </aside>
      </div>
      <ComingStrip :view="view" />
      <PulseStrip />
    </template>
    <WaitingPage v-else-if="!problem" />
  </div>
</template>
