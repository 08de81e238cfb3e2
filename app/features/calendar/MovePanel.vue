<script setup lang="ts">
import { formatDay } from '~~/core/calendar/dates'
import { useCalendar } from './useCalendar'

/** What moving a job would touch, shown before it is done. */
const calendar = useCalendar()
const { moving } = storeToRefs(calendar)
const notices = useNotices()
const { busy, act } = useAct()
const days = computed(() => {
  const m = moving.value!
  const n = Math.round((Date.parse(m.to) - Date.parse(m.from)) / 86_400_000)
  const much = Math.abs(n) === 1 ? 'One day' : `${Math.abs(n)} days`
  return `${much} ${n < 0 ? 'earlier' : 'later'}.`
})
const move = (tell: boolean) =>
  act(async () => {
    const { title, to } = moving.value!
    const undo = await calendar.move(tell)
    notices.say(`${title} is on ${formatDay(to)} now.`, { undo })
  })
</script>

<template>
  <section v-if="moving" class="moving rounded-corner p-4" aria-live="polite" aria-labelledby="moving">
    <h2 id="moving" class="title">
      {{ moving.title }}, from {{ formatDay(moving.from, moving.to) }} to {{ formatDay(moving.to, moving.from) }}
    </h2>
    <p>{{ days }} Before it is moved:</p>
    <Skeleton v-if="!moving.look" height="90px" class="mt-2" />
    <template v-else>
      <ul class="mt-2">
        <li v-for="(e, i) in moving.look.effects" :key="i" class="grid grid-cols-[26px_1fr] py-2">
          <StopMark :state="e.state" class="mt-0.5" />
          <span class="min-w-0 wrap-anywhere"
            >{{ e.words }}<span v-if="e.detail" class="soft small block">{{ e.detail }}</span></span
          >
        </li>
        <li v-if="!moving.look.effects.length" class="py-2">
          Nothing stands in its way, and nothing else moves with it.
        </li>
      </ul>
      <p class="flex flex-wrap gap-2 mt-2">
        <Button v-if="moving.look.tell" :disabled="busy" autofocus @click="move(true)"
          >Move it, tell {{ moving.look.tell.name.split(' ')[0] }}</Button
        >
        <Button :variant="moving.look.tell ? 'outlined' : undefined" :disabled="busy" @click="move(false)">{{
          moving.look.tell ? 'Move it, tell nobody' : 'Move it'
        }}</Button>
        <Button variant="text" :disabled="busy" @click="calendar.leave()">Leave it</Button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.moving {
  background: var(--gorse-tint);
  border: 1px solid var(--gorse);
}
.title {
  color: var(--ink);
}
.moving li {
  border-top: 1px solid color-mix(in srgb, var(--gorse) 25%, transparent);
}
</style>
