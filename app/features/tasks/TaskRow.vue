<script setup lang="ts">
import { formatDay } from '~~/core/calendar/dates'
import { PUT_OFF, TASK_MARK, taskStanding } from '~~/core/tasks/tasks'
import type { TaskView } from '~~/shared/out/tasks'
import { useMembers } from '../settings/useSettings'
import { useTasks } from './useTasks'

/** One task: how it stands, what, where it belongs, whose and by when; done, put off or handed on. */
const { task, bare } = defineProps<{
  task: TaskView
  /** On its own job: the job isn't said. */
  bare?: boolean
}>()
const tasks = useTasks()
const { today } = storeToRefs(tasks)
const members = useMembers()
const { busy, act } = useAct()
const notices = useNotices()
const standing = computed(() => taskStanding(task, today.value))
const about = computed(() =>
  [bare ? '' : (task.job?.title ?? ''), task.person?.name ?? '', task.member?.name ?? 'whoever has time']
    .filter(Boolean)
    .join(' · '),
)
const when = computed(() =>
  task.doneAt
    ? `done by ${task.doneBy}`
    : task.day
      ? `${standing.value === 'late' ? 'late: ' : 'by '}${formatDay(task.day, today.value)}`
      : 'some day',
)
const done = () =>
  act(async () => {
    // Once it is done it isn't in the list any more, and this row goes with it.
    const { words, doneAt } = task
    await tasks.done(task, !doneAt)
    if (doneAt) return
    notices.say(`Done: ${words}`, { undo: () => tasks.done(task, false) })
  })
const menu = useTemplateRef<{ toggle(e: Event): void }>('menu')
const items = computed(() => [
  ...PUT_OFF.map((by) => ({
    label: by === 'tomorrow' ? 'Put off by a day' : `Put off by ${by}`,
    command: () => act(() => tasks.later(task, by)),
  })),
  { separator: true },
  ...(members.data?.members ?? [])
    .filter((m) => m.id !== task.member?.id)
    .map((m) => ({ label: `Hand it to ${m.name}`, command: () => act(() => tasks.change(task, { memberId: m.id })) })),
  ...(task.member
    ? [{ label: 'Whoever has time', command: () => act(() => tasks.change(task, { memberId: null })) }]
    : []),
])
</script>

<template>
  <li class="task">
    <StopMark :state="TASK_MARK[standing]" :size="20" />
    <div class="min-w-0">
      <NuxtLink
        v-if="task.job && !bare"
        :to="`/jobs/${task.job.id}`"
        data-row
        class="strong wrap-anywhere text-ink no-underline hover:underline"
        >{{ task.words }}</NuxtLink
      >
      <span v-else class="strong wrap-anywhere" :class="{ soft: task.doneAt }">{{ task.words }}</span>
      <span class="soft small block ellipsis">{{ about }}</span>
      <span class="small block" :class="standing === 'late' ? 'text-bracken' : 'soft'">{{ when }}</span>
    </div>
    <span class="flex gap-1 items-center">
      <Button
        variant="outlined"
        size="small"
        :disabled="busy"
        :aria-label="task.doneAt ? `Not done: ${task.words}` : `Done: ${task.words}`"
        @click="done"
        >{{ task.doneAt ? 'Not done' : 'Done' }}</Button
      >
      <Button
        v-if="!task.doneAt"
        variant="text"
        size="small"
        aria-haspopup="menu"
        :aria-label="`Put off or hand on: ${task.words}`"
        @click="menu?.toggle($event)"
        >Later</Button
      >
      <Menu ref="menu" :model="items" popup />
    </span>
  </li>
</template>

<style scoped>
.task {
  display: grid;
  grid-template-columns: 28px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  min-height: 52px;
  padding: 6px 0;
  border-bottom: 1px solid var(--hairline);
}
</style>
