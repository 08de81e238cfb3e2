<script setup lang="ts">
import { addDays, formatDay } from '~~/core/calendar/dates'
import type { TodayView } from '~~/shared/overview'

/** The next 30 days as a strip, each job with its line, and a plain warning where the day comes before the line is ready. */
const props = defineProps<{ view: Pick<TodayView, 'today' | 'coming'> }>()
const days = computed(() =>
  Array.from({ length: 30 }, (_, i) => addDays(props.view.today, i)).map((day) => ({
    day,
    jobs: props.view.coming.filter((c) => c.day === day),
    weekend: [0, 6].includes(new Date(`${day}T12:00Z`).getUTCDay()),
  })),
)
</script>

<template>
  <section aria-labelledby="coming" class="coming">
    <h2 id="coming">Coming up</h2>
    <!-- a strip that scrolls sideways has to be reachable by keyboard -->
    <ol class="days" tabindex="0" aria-label="The next 30 days">
      <li v-for="d in days" :key="d.day" :class="{ weekend: d.weekend }">
        <span class="small" :class="d.day === view.today ? 'yours' : 'soft'">{{
          d.day === view.today ? 'Today' : formatDay(d.day, view.today).split(' ').slice(0, 2).join(' ')
        }}</span>
        <NuxtLink
          v-for="j in d.jobs"
          :key="`${j.id} ${j.which}`"
          :to="`/jobs/${j.id}`"
          class="tile"
          :class="{ warn: j.warning }"
          ><span
            >{{ j.title }}<span v-if="j.which" class="soft">, {{ j.which }}</span></span
          ><span v-if="j.warning" class="bad">{{ j.warning }}</span
          ><JobLine :stops="j.stops" class="mini"
        /></NuxtLink>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.days {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 104px;
  overflow-x: auto;
  border-top: 1px solid var(--hairline-strong);
  margin-top: 6px;
  padding-bottom: 8px;
}
.days li {
  border-right: 1px solid var(--hairline);
  padding: 8px 7px;
  min-height: 140px;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.days .weekend {
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
</style>
