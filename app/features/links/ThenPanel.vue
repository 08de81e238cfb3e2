<script setup lang="ts">
import type { LinkSettings } from '~~/core/standing-links/model'
import { useLink } from './useLink'

/** Where whoever answered goes, and how many may, when. */
const link = useLink()
const { draft, view } = storeToRefs(link)
const settings = computed(() => draft.value!.settings)
const to = computed({
  get: () => (draft.value!.jobId ? `job ${draft.value!.jobId}` : `kind ${draft.value!.kindId}`),
  set: (of: string) =>
    link.set((d) => {
      const [what, id] = of.split(' ') as [string, string]
      d.jobId = what === 'job' ? id : null
      d.kindId = what === 'kind' ? id : null
    }),
})
const now = useNow()
const places = computed(() => {
  const sessions = view.value!.sessions.map((s) => ({
    value: `job ${s.id}`,
    label: `A place in ${s.title}${s.day ? `, ${dayWords(s.day, now.value)}` : ''}`,
  }))
  const { jobId } = draft.value!
  if (jobId && !view.value!.sessions.some((s) => s.id === jobId))
    sessions.unshift({ value: `job ${jobId}`, label: 'A place in a session that is over' })
  return [
    ...sessions,
    ...view.value!.kinds.map((k) => ({ value: `kind ${k.id}`, label: `A ${k.name.toLowerCase()} of their own` })),
  ]
})
type Limit = 'most' | 'perPerson'
const limit = (key: Limit) => (to: number | null) => link.set((d) => (d.settings[key] = to))
type Day = 'from' | 'until'
const day = (key: Day) => (to: string) => link.set((d: { settings: LinkSettings }) => (d.settings[key] = to || null))
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((label, i) => ({ value: i + 1, label }))
const days = computed({
  get: () => settings.value.days,
  set: (to: number[]) => link.set((d) => (d.settings.days = [...to].sort())),
})
const whileFree = computed({
  get: () => settings.value.whileFree,
  set: (to) => link.set((d) => (d.settings.whileFree = to)),
})
</script>

<template>
  <section aria-labelledby="then-panel" class="grid gap-3 max-w-140">
    <h2 id="then-panel">Where they go, and how many</h2>
    <Choice v-model="to" label="Whoever answers gets" :options="places" />
    <label v-if="draft!.jobId" class="flex gap-2 items-center min-h-11"
      ><Checkbox v-model="whileFree" binary /><span>Only while the session has places</span></label
    >
    <div class="pairs">
      <label class="field"
        ><span>Signings in all</span
        ><InputNumber
          :model-value="settings.most"
          :min="1"
          :max="100000"
          placeholder="as many as come"
          @update:model-value="limit('most')($event)"
      /></label>
      <label class="field"
        ><span>By one person</span
        ><InputNumber
          :model-value="settings.perPerson"
          :min="1"
          :max="1000"
          placeholder="as often as they like"
          @update:model-value="limit('perPerson')($event)"
      /></label>
      <div class="field">
        <span>Open from</span>
        <WhenField
          :model-value="settings.from ?? ''"
          kind="day"
          aria-label="Open from"
          @update:model-value="day('from')($event)"
        />
      </div>
      <div class="field">
        <span>Open until</span>
        <WhenField
          :model-value="settings.until ?? ''"
          kind="day"
          aria-label="Open until"
          @update:model-value="day('until')($event)"
        />
      </div>
    </div>
    <div class="field">
      <span id="only-days">Only on these days; all where none is chosen</span>
      <SelectButton
        v-model="days"
        multiple
        :options="DAYS"
        option-label="label"
        option-value="value"
        aria-labelledby="only-days"
      />
    </div>
  </section>
</template>
