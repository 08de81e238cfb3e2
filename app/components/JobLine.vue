<script setup lang="ts">
import type { Stop } from '~~/core/line/line'

const props = defineProps<{ stops: Stop[]; large?: boolean }>()
const WORD = {
  'not-yet': 'not yet',
  yours: 'yours to move',
  theirs: 'waiting on others',
  settled: 'settled',
  trouble: 'trouble',
  skipped: 'skipped',
} as const
const said = computed(() =>
  props.stops.map((s) => `${s.label}: ${WORD[s.state]}${s.note ? `, ${s.note}` : ''}`).join('; '),
)
const reached = (i: number) =>
  props.stops[i]!.state === 'settled' ||
  (props.stops[i]!.state === 'skipped' &&
    props.stops.slice(0, i).some((s) => s.state === 'settled') &&
    props.stops.slice(i).some((s) => s.state === 'settled'))
</script>

<template>
  <ol
    v-if="large"
    class="large grid grid-cols-[repeat(var(--stops),1fr)] pt-2 pb-3.5 px-0"
    :style="{ '--stops': stops.length }"
  >
    <li v-for="(stop, i) in stops" :key="stop.key" :class="[stop.state, { reached: reached(i) }]">
      <span class="dot"><StopMark :state="stop.state" :size="stop.state === 'not-yet' ? 16 : 22" /></span>
      <span class="name font-semibold">{{ stop.label }}</span>
      <span class="note text-ink-soft"
        ><span class="sr">{{ WORD[stop.state] }}, </span>{{ stop.note }}</span
      >
    </li>
  </ol>
  <span v-else class="inline-flex items-center" role="img" :aria-label="said">
    <span
      v-for="(stop, i) in stops"
      :key="stop.key"
      class="bit relative w-[25px] h-4 grid items-center"
      :class="{ reached: reached(i) && i < stops.length - 1 }"
      ><StopMark :state="stop.state" :size="stop.state === 'not-yet' ? 11 : 14"
    /></span>
  </span>
</template>

<style scoped>
.large li {
  position: relative;
  display: grid;
  justify-items: center;
  text-align: center;
  gap: 1px;
  font-size: var(--size-s);
  padding: 0 4px;
}
.large .dot {
  height: 26px;
  display: grid;
  place-items: center;
  position: relative;
  z-index: 1;
  margin-bottom: 6px;
}
.large li:not(:last-child)::after {
  content: '';
  position: absolute;
  top: 12px;
  left: 50%;
  width: 100%;
  border-top: 2px dotted var(--hairline-strong);
}
.large li.reached:not(:last-child)::after {
  border-top: 2px solid var(--moss);
}
.yours .name,
.yours .note {
  color: var(--heather);
}
.trouble .name,
.trouble .note {
  color: var(--bracken);
}
.not-yet .name,
.skipped .name {
  font-weight: 500;
  color: var(--ink-soft);
}
.bit:not(:last-child)::after {
  content: '';
  position: absolute;
  left: 14px;
  right: 0;
  top: 7px;
  border-top: 2px dotted var(--hairline-strong);
}
.bit.reached::after {
  border-top: 2px solid var(--moss);
}
@media (max-width: 760px) {
  .large {
    grid-template-columns: 1fr;
    gap: 6px;
  }
  .large li {
    grid-template-columns: 30px auto 1fr;
    justify-items: start;
    align-items: center;
    gap: 8px;
    text-align: left;
  }
  .large .dot {
    margin: 0;
  }
  .large li::after {
    display: none;
  }
}
</style>
