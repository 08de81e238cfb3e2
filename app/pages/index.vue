<script setup lang="ts">
import { addDays, formatDay } from '~~/core/calendar/dates'
import type { TodayView } from '~~/shared/overview'

useHead({ title: 'Today · Upwold' })
const view = ref<TodayView | null>(null)
const problem = ref('')
const notices = useNotices()
async function load() {
  try {
    view.value = await api<TodayView>('/api/today')
    problem.value = ''
  } catch (e) {
    problem.value = wordsOf(e)
  }
}
await load()
useFeed(load)
useRowKeys()

const number = (n: number, one: string, many: string) =>
  n === 0
    ? ''
    : n === 1
      ? one
      : many.replace(
          '#',
          ['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'][n] ?? String(n),
        )
const summary = computed(
  () =>
    view.value &&
    [
      number(view.value.yoursTotal, 'One thing is yours to move.', '# things are yours to move.') ||
        'Nothing is yours to move.',
      number(view.value.waitingTotal, 'One is with others.', '# are with others.'),
      number(
        view.value.notReadyThisWeek,
        'One job this week isn’t ready for its day.',
        '# jobs this week aren’t ready for their day.',
      ),
    ]
      .filter(Boolean)
      .join(' '),
)
const days = computed(() =>
  view.value
    ? Array.from({ length: 30 }, (_, i) => addDays(view.value!.today, i)).map((day) => ({
        day,
        jobs: view.value!.coming.filter((c) => c.day === day),
        weekend: [0, 6].includes(new Date(`${day}T12:00Z`).getUTCDay()),
      }))
    : [],
)
const rows = computed(() =>
  view.value
    ? [
        { label: 'Quoted, not answered', amount: view.value.money.quoted, tone: '' },
        { label: 'Agreed', amount: view.value.money.agreed, tone: 'tarn' },
        { label: 'Paid', amount: view.value.money.paid, tone: 'moss' },
        { label: 'Damage deposits held', amount: view.value.money.held, tone: '' },
        { label: 'Due in 14 days', amount: view.value.money.dueSoon, tone: 'heather' },
        {
          label: view.value.money.overdueJobs
            ? `Overdue, ${view.value.money.overdueJobs} ${view.value.money.overdueJobs === 1 ? 'client' : 'clients'}`
            : 'Overdue',
          amount: view.value.money.overdue,
          tone: view.value.money.overdue ? 'bracken' : '',
        },
      ]
    : [],
)
const share = (amount: number) => `${Math.min(100, (100 * amount) / Math.max(view.value!.money.agreed, 1))}%`
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
const nudge = (paperId: string) => papers.nudge(paperId).catch(notices.trouble)

/** The ledgers are short until asked for more, so that the days ahead stay in sight. */
const SHORT = 4
const whole = reactive({ yours: false, waiting: false })
const toggle = (list: keyof typeof whole) => {
  whole[list] = !whole[list]
}
function shown<L extends keyof typeof whole>(list: L): TodayView[L] {
  return (whole[list] ? view.value![list] : view.value![list].slice(0, SHORT)) as TodayView[L]
}
const moreWords = (list: keyof typeof whole) =>
  whole[list] ? 'Show fewer' : `Show ${view.value![list].length - SHORT} more`
</script>

<template>
  <div class="page">
    <p v-if="problem" class="notice trouble" role="alert">
      {{ problem }} <button class="btn bare" @click="load">Try again</button>
    </p>
    <template v-if="view">
      <div class="cols">
        <div>
          <h1>{{ formatDay(view.today, view.today) }}</h1>
          <p class="soft lead">{{ summary }}</p>
          <section aria-labelledby="yours">
            <div class="section-head">
              <h2 id="yours">Yours to move</h2>
              <span class="small strong">{{ view.yoursTotal }}</span>
            </div>
            <ul class="ledger">
              <li v-for="m in shown('yours')" :key="m.jobId + m.words" class="row">
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
                <NuxtLink class="btn" :class="{ main: m === view.yours[0] }" :to="target(m)">{{
                  LABEL[m.act]
                }}</NuxtLink>
              </li>
              <li v-if="view.yours.length === 0" class="none soft">Nothing waits for you.</li>
            </ul>
            <button v-if="view.yours.length > SHORT" class="btn bare small" @click="toggle('yours')">
              {{ moreWords('yours') }}
            </button>
          </section>
          <section aria-labelledby="others">
            <div class="section-head">
              <h2 id="others">Waiting on others</h2>
              <span class="small strong">{{ view.waitingTotal }}</span>
            </div>
            <ul class="ledger">
              <li v-for="w in shown('waiting')" :key="w.jobId + w.what" class="row">
                <StopMark :state="w.state" :size="20" />
                <div class="what">
                  <NuxtLink :to="`/jobs/${w.jobId}`" data-row class="title"
                    ><b>{{ w.who }}</b> {{ w.what }}</NuxtLink
                  ><span class="soft small ellipsis"
                    >{{ w.title }}{{ w.day ? `, ${dayWords(w.day, view.today)}` : '' }}</span
                  >
                </div>
                <span class="small when" :class="{ bad: w.state === 'trouble' }">{{ w.detail }}</span>
                <button v-if="w.paperId" class="btn" :aria-label="`Nudge ${w.who}`" @click="nudge(w.paperId)">
                  Nudge
                </button>
                <NuxtLink v-else class="btn" :to="`/jobs/${w.jobId}`" :aria-label="`Open ${w.title}`">Open</NuxtLink>
              </li>
              <li v-if="view.waiting.length === 0" class="none soft">Nobody keeps you waiting.</li>
            </ul>
            <button v-if="view.waiting.length > SHORT" class="btn bare small" @click="toggle('waiting')">
              {{ moreWords('waiting') }}
            </button>
          </section>
        </div>
        <aside>
          <h2 id="money">Money, from this quarter on</h2>
          <ul class="ledger" aria-labelledby="money" data-testid="money-row">
            <li v-for="r in rows" :key="r.label" class="sum">
              <div>
                <span class="soft" :class="r.tone === 'bracken' ? 'bad' : ''">{{ r.label }}</span><b
                  class="money"
                  :class="r.tone === 'bracken' ? 'bad' : ''"
                  >{{ money(r.amount, view.currency) }}</b
                >
              </div>
              <span v-if="r.tone" class="bar" aria-hidden="true"
                ><i :style="{ width: share(r.amount), background: `var(--${r.tone})` }"
              /></span>
            </li>
          </ul>
          <h2 class="gap">Just happened</h2>
          <ul class="ledger small">
            <li v-for="h in view.happened" :key="h.id" class="happened">
              <span class="soft">{{ whenWords(h.at, view.today) }}</span>
              <NuxtLink v-if="h.jobId" :to="`/jobs/${h.jobId}`">{{ h.words }}</NuxtLink><span v-else>{{
                h.words
              }}</span>
            </li>
            <li v-if="view.happened.length === 0" class="none soft">Nothing yet.</li>
          </ul>
        </aside>
      </div>
      <section aria-labelledby="coming" class="coming">
        <h2 id="coming">Coming up</h2>
        <!-- a strip that scrolls sideways has to be reachable by keyboard -->
        <ol class="strip" tabindex="0" aria-label="The next 30 days">
          <li v-for="d in days" :key="d.day" :class="{ weekend: d.weekend }">
            <span class="small" :class="d.day === view.today ? 'yours' : 'soft'">{{
              d.day === view.today ? 'Today' : formatDay(d.day, view.today).split(' ').slice(0, 2).join(' ')
            }}</span>
            <NuxtLink v-for="j in d.jobs" :key="j.id" :to="`/jobs/${j.id}`" class="tile" :class="{ warn: j.warning }"
              ><span>{{ j.title }}</span
              ><span v-if="j.warning" class="bad">{{ j.warning }}</span
              ><JobLine :stops="j.stops" class="mini"
            /></NuxtLink>
          </li>
        </ol>
      </section>
    </template>
  </div>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 36px;
}
.lead {
  font-size: 16px;
  margin: 4px 0 20px;
}
section {
  margin-bottom: 24px;
}
.row {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) 210px 136px;
  align-items: center;
  gap: 12px;
  min-height: 52px;
  padding: 6px 0;
}
.what {
  display: grid;
}
.title {
  color: var(--ink);
  text-decoration: none;
  font-size: 16px;
}
.title:hover {
  text-decoration: underline;
}
.none {
  padding: 14px 0;
}
.sum {
  padding: 10px 0 8px;
}
.sum div {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.sum b {
  font-size: 20px;
}
.bar {
  display: block;
  height: 5px;
  border-radius: 3px;
  background: var(--hairline);
  margin-top: 5px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  border-radius: 3px;
}
.gap {
  margin-top: 22px;
}
.happened {
  padding: 9px 0;
}
.happened a {
  color: var(--ink);
  text-decoration: none;
}
.happened a:hover {
  text-decoration: underline;
}
.strip {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 104px;
  overflow-x: auto;
  border-top: 1px solid var(--hairline-strong);
  margin-top: 6px;
  padding-bottom: 8px;
}
.strip li {
  border-right: 1px solid var(--hairline);
  padding: 8px 7px;
  min-height: 140px;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.strip .weekend {
  background: rgb(32 48 43 / 0.04);
}
.tile {
  display: grid;
  gap: 4px;
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 6px;
  font-size: var(--size-s);
  line-height: 1.25;
  color: var(--ink);
  text-decoration: none;
}
.tile.warn {
  background: var(--bracken-tint);
  border-color: var(--bracken);
}
.mini :deep(.bit) {
  width: 12px;
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: 1fr;
  }
  .row {
    grid-template-columns: 24px 1fr auto;
  }
  .when {
    grid-column: 2;
    grid-row: 2;
  }
}
@media (min-width: 901px) {
  .row > .btn {
    justify-self: end;
  }
}
</style>
