<script setup lang="ts">
import type {
  CalendarApi,
  CalendarOptions,
  DatesSetArg,
  EventContentArg,
  EventDropArg,
  EventInput,
} from '@fullcalendar/core'
import dayGrid from '@fullcalendar/daygrid'
import interaction from '@fullcalendar/interaction'
import list from '@fullcalendar/list'
import timeGrid from '@fullcalendar/timegrid'
import FullCalendar from '@fullcalendar/vue3'
import { useMediaQuery } from '@vueuse/core'
import { addDays, dayOf, daysBetween } from '~~/core/calendar/dates'
import type { CalendarDays } from '~~/shared/calendar'
import LaidCalendars from '~/features/calendar/LaidCalendars.vue'
import MovePanel from '~/features/calendar/MovePanel.vue'
import { useCalendar } from '~/features/calendar/useCalendar'

/** Jobs on their days: month, week, day or list; moved by hand or keys, with what that would touch shown first. */
useHead({ title: 'Calendar · Upwold' })
type Job = CalendarDays['jobs'][number]
const VIEWS = { month: 'dayGridMonth', week: 'timeGridWeek', day: 'timeGridDay', list: 'listMonth' } as const
const session = useSession()
const calendar = useCalendar()
calendar.follow(() => calendar.range !== null)
const { data, moving, problem } = storeToRefs(calendar)
onBeforeRouteLeave(() => calendar.leave())
const notices = useNotices()
const phone = useMediaQuery('(max-width: 760px)')
const route = useRoute()
const router = useRouter()
const asked = String(route.query.as ?? '')
const which = ref<keyof typeof VIEWS | 'table'>(asked in VIEWS ? (asked as 'week') : phone.value ? 'list' : 'month')
const fc = useTemplateRef<{ getApi(): CalendarApi }>('fc')
const title = ref('')
const day = ref(/^\d{4}-\d{2}-\d{2}$/.test(String(route.query.on)) ? String(route.query.on) : '')
const today = dayOf(new Date().toISOString(), session.data?.business?.timeZone ?? 'UTC')
watch(which, (to) => {
  if (to === 'table') return void navigateTo('/jobs')
  fc.value?.getApi().changeView(VIEWS[to])
})
const step = (to: 'prev' | 'next' | 'today') => fc.value?.getApi()[to]()
const goTo = (to: string) => to && fc.value?.getApi().gotoDate(to)
watch(day, goTo)
function datesSet({ start, end, view }: DatesSetArg) {
  const iso = (d: Date) => d.toISOString().slice(0, 10)
  title.value = view.title
  const [from, to] = [iso(start), addDays(iso(end), -1)]
  void router.replace({ query: { as: which.value, on: iso(view.currentStart) } })
  void calendar.show(from, to).catch(notices.trouble)
}
const may = computed(() => session.may('jobs'))
const firstOf = (job: Job) => job.spans[0]!.starts.slice(0, 10)
const events = computed<EventInput[]>(() => {
  const { jobs = [], laid = [], beside = [] } = data.value ?? {}
  const m = moving.value
  return [
    ...jobs.flatMap((job) =>
      job.spans.map((s, i) => ({
        id: `${job.id}:${i}`,
        title: job.title,
        start: s.starts,
        end: s.ends ?? undefined,
        editable: may.value,
        classNames: ['job', `is-${job.state}`, m?.id === job.id ? 'goes' : ''],
        extendedProps: { job },
      })),
    ),
    ...jobs
      .filter((job) => job.id === m?.id)
      .flatMap((job) =>
        job.spans.map((s, i) => {
          const by = daysBetween(m!.from, m!.to)
          const shift = (at: string) => `${addDays(at.slice(0, 10), by)}${at.slice(10)}`
          return {
            id: `moving:${i}`,
            title: job.title,
            start: shift(s.starts),
            end: s.ends ? shift(s.ends) : undefined,
            editable: false,
            classNames: ['job', 'is-moving'],
            extendedProps: { job, words: 'moving here…' },
          }
        }),
      ),
    ...beside.map((b) => ({
      id: b.id,
      title: b.words,
      start: b.day,
      allDay: true,
      editable: false,
      classNames: ['beside'],
      extendedProps: { to: b.jobId ? `/jobs/${b.jobId}` : '' },
    })),
    ...laid.map((l) => ({
      id: l.id,
      title: l.words,
      start: l.from,
      end: l.to === l.from ? undefined : l.to.length === 10 ? addDays(l.to, 1) : l.to,
      allDay: l.from.length === 10,
      editable: false,
      classNames: ['laid'],
      extendedProps: { calendar: l.calendar },
    })),
  ]
})
const jobIn = (e: { event: { extendedProps: Record<string, unknown> } }) => e.event.extendedProps.job as Job | undefined
const propose = (job: Job, to: string) => calendar.propose(job.id, job.title, firstOf(job), to).catch(notices.trouble)
function dropped(info: EventDropArg) {
  const job = jobIn(info)!
  const by = info.delta.days + info.delta.months * 30
  info.revert()
  void propose(job, addDays(firstOf(job), by))
}
const ARROWS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }
/** A job that has the focus is moved by days and weeks; Escape lets it be. */
function key(event: KeyboardEvent) {
  if (event.key === 'Escape' && moving.value) return calendar.leave()
  const by = ARROWS[event.key]
  const id = (event.target as HTMLElement).closest<HTMLElement>('[data-job]')?.dataset.job
  const job = id && may.value ? data.value?.jobs.find((j) => j.id === id) : undefined
  if (!by || !job) return
  event.preventDefault()
  const at = moving.value?.id === job.id ? moving.value.to : firstOf(job)
  void propose(job, addDays(at, by))
}
const options = computed<CalendarOptions>(() => ({
  plugins: [dayGrid, timeGrid, list, interaction],
  initialView: VIEWS[which.value === 'table' ? 'month' : which.value],
  initialDate: day.value || today,
  timeZone: 'UTC',
  now: today,
  locale: session.data?.business?.locale ?? 'en-GB',
  firstDay: (session.data?.business?.weekStart ?? 1) % 7,
  headerToolbar: false,
  height: 'auto',
  dayMaxEvents: 4,
  eventTimeFormat: { hour: '2-digit', minute: '2-digit', hour12: false },
  slotLabelFormat: { hour: '2-digit', minute: '2-digit', hour12: false },
  slotMinTime: '06:00',
  allDayText: 'all day',
  eventInteractive: true,
  eventDurationEditable: false,
  eventStartEditable: may.value,
  noEventsText: 'Nothing stands on these days.',
  moreLinkText: (n) => `${n} more`,
  // It says whether what it opens is open: without a role it may not.
  moreLinkDidMount: ({ el }) => el.setAttribute('role', 'button'),
  events: events.value,
  datesSet,
  eventDrop: dropped,
  eventClick: (info) => {
    const job = jobIn(info)
    const to = job ? `/jobs/${job.id}` : String(info.event.extendedProps.to ?? '')
    if (to) void navigateTo(to)
  },
  eventDidMount: ({ el, event }) => {
    const job = event.extendedProps.job as Job | undefined
    if (job) el.dataset.job = job.id
    const said = job
      ? [job.title, job.client, job.words, ...job.clashes].filter(Boolean).join(', ')
      : [event.title, event.extendedProps.calendar].filter(Boolean).join(', ')
    el.setAttribute('aria-label', said)
    el.title = said
  },
}))
const wordsOfEvent = (arg: EventContentArg) => {
  const job = jobIn(arg)
  if (!job) return String(arg.event.extendedProps.calendar ?? '')
  return String(arg.event.extendedProps.words ?? (job.clashes[0] || job.words))
}
const summary = computed(() => {
  const s = data.value?.sums
  if (!s) return ''
  return [
    `${s.jobs} ${s.jobs === 1 ? 'job' : 'jobs'}`,
    s.notReady ? `${s.notReady} not ready` : '',
    s.total ? money(s.total, data.value!.currency) : '',
  ]
    .filter(Boolean)
    .join(' · ')
})
const picker = useTemplateRef<HTMLElement>('picker')
useKeys({
  t: () => step('today'),
  p: () => step('prev'),
  n: () => step('next'),
  g: () => picker.value?.querySelector('input')?.focus(),
})
useScreenKeys('In the calendar', [
  ['p, n', 'before, after'],
  ['t', 'today'],
  ['g', 'go to a day'],
  ['← →', 'move the chosen job by a day'],
  ['↑ ↓', 'move it by a week'],
  ['Esc', 'leave it where it is'],
])
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>{{ title || 'Calendar' }}</h1>
      <span class="soft">{{ summary }}</span>
      <span class="grow" />
      <OneOf
        v-model="which"
        label="How the jobs are shown"
        :options="[
          { value: 'table', label: 'Table' },
          { value: 'month', label: 'Month' },
          { value: 'week', label: 'Week' },
          { value: 'day', label: 'Day' },
          { value: 'list', label: 'List' },
        ]"
      />
      <Button variant="outlined" aria-label="Before" @click="step('prev')">‹</Button>
      <Button variant="outlined" @click="step('today')">Today</Button>
      <Button variant="outlined" aria-label="After" @click="step('next')">›</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <div class="grid calendar-cols gap-6">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -->
      <div class="calendar min-w-0" :aria-busy="calendar.busy" @keydown="key">
        <FullCalendar ref="fc" :options="options">
          <template #eventContent="arg">
            <span class="event" :class="{ small: !arg.event.extendedProps.job }">
              <span class="named"
                ><StopMark
                  v-if="arg.event.extendedProps.job"
                  :state="arg.event.extendedProps.job.clashes.length ? 'trouble' : arg.event.extendedProps.job.state"
                  :size="13"
                /><b>{{ arg.event.title }}</b></span
              >
              <span v-if="wordsOfEvent(arg)" class="words">{{ wordsOfEvent(arg) }}</span>
              <JobLine
                v-if="arg.event.extendedProps.job && (which === 'list' || which === 'day')"
                :stops="arg.event.extendedProps.job.stops"
              />
            </span>
          </template>
        </FullCalendar>
      </div>
      <aside class="grid gap-5 content-start">
        <MovePanel />
        <div ref="picker">
          <label class="label" for="go-to">Go to a day</label>
          <WhenField id="go-to" v-model="day" kind="day" />
        </div>
        <section v-if="data?.stock.length" aria-labelledby="stock">
          <h2 id="stock">What there is of what</h2>
          <ul class="ledger">
            <li v-for="s in data.stock" :key="s.id" class="grid grid-cols-[1fr_auto] gap-x-3 py-2">
              <span class="wrap-anywhere">{{ s.description }}</span><b>{{ s.stock }}</b>
              <span class="soft small" :class="{ bad: s.most > s.stock }">{{ s.words }}</span>
            </li>
          </ul>
        </section>
        <LaidCalendars />
        <p class="soft small">
          Drag a job, or choose it and press <kbd>←</kbd> <kbd>→</kbd> for days. <kbd>g</kbd> goes to a day.
        </p>
      </aside>
    </div>
  </div>
</template>

<style>
.calendar-cols {
  grid-template-columns: minmax(0, 1fr) 330px;
}
@media (max-width: 1100px) {
  .calendar-cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
.calendar .fc {
  --fc-border-color: var(--hairline);
  --fc-page-bg-color: var(--chalk);
  --fc-today-bg-color: var(--paper);
  --fc-neutral-bg-color: var(--desk);
  --fc-event-text-color: var(--ink);
  --fc-event-bg-color: var(--paper);
  --fc-event-border-color: var(--hairline-strong);
  --fc-list-event-hover-bg-color: var(--paper);
}
.calendar .fc a {
  color: var(--ink);
  text-decoration: none;
}
.calendar .fc .fc-col-header-cell-cushion,
.calendar .fc .fc-daygrid-day-number {
  font-size: var(--size-s);
  padding: 6px 8px;
}
.calendar .fc .fc-daygrid-day-top {
  flex-direction: row;
}
.calendar .fc .fc-day-sat,
.calendar .fc .fc-day-sun {
  background: color-mix(in srgb, var(--desk) 55%, transparent);
}
.calendar .fc .fc-day-other .fc-daygrid-day-top {
  opacity: 1;
}
.calendar .fc .fc-day-other .fc-daygrid-day-number {
  color: var(--ink-soft);
}
.calendar .fc .fc-day-today .fc-daygrid-day-number {
  font-weight: 700;
}
.calendar .fc .fc-event {
  border: 1px solid var(--hairline-strong);
  border-radius: 5px;
  background: var(--paper);
  padding: 2px 5px;
  margin: 1px 3px;
  cursor: pointer;
}
.calendar .fc .fc-event:focus-visible {
  outline: 2px solid var(--heather);
  outline-offset: 1px;
}
.calendar .fc .is-yours {
  background: var(--heather-tint);
  border-color: color-mix(in srgb, var(--heather) 35%, transparent);
}
.calendar .fc .is-moving {
  background: var(--gorse-tint);
  border-color: var(--gorse);
}
.calendar .fc .goes {
  opacity: 0.55;
}
.calendar .fc .beside,
.calendar .fc .laid {
  border-color: transparent;
  background: transparent;
  color: var(--ink-soft);
}
.calendar .fc .beside b,
.calendar .fc .laid b {
  font-weight: 400;
}
.calendar .fc .laid {
  background: repeating-linear-gradient(45deg, var(--hairline) 0 1px, transparent 1px 5px);
}
.calendar .event {
  display: block;
  min-width: 0;
  overflow: hidden;
  font-size: 13px;
  line-height: 1.35;
}
.calendar .named {
  display: flex;
  gap: 5px;
  align-items: center;
  min-width: 0;
}
.calendar .named b,
.calendar .words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.calendar .words {
  display: block;
  color: var(--ink-soft);
  font-size: 12px;
}
.calendar .fc .fc-list-event-title .words {
  white-space: normal;
}
@media (max-width: 760px) {
  .calendar .fc .fc-list-day-side-text {
    display: none;
  }
  .calendar .fc .fc-list-event td {
    padding: 8px 6px;
  }
  .calendar .fc .fc-list-event-title {
    overflow-wrap: anywhere;
  }
}
.calendar .fc .fc-list {
  border-color: var(--hairline);
}
</style>
