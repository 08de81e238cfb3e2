<script setup lang="ts">
import { useFollowUps } from './useFollowUps'

/** What a follow-up would have done on past jobs, and what is left out with the reason. */
const store = useFollowUps()
const t = computed(() => store.tried)
const day = (at: string) => shortDay(at.slice(0, 10))
const many = (n: number, word: string) => `${n.toLocaleString('en')} ${word}${n === 1 ? '' : 's'}`
</script>

<template>
  <h2 class="text-m font-semibold text-ink">What it would have done</h2>
  <p v-if="!t" class="soft">
    Once it is whole it is tried on past jobs: what it would have done, and what it would have left out.
  </p>
  <template v-else>
    <p class="soft" role="status">
      on the last {{ t.days }} days: {{ many(t.jobs, 'job') }}, {{ many(t.things, 'thing')
      }}{{ t.left.length ? `, ${t.left.length} left out` : '' }}
    </p>
    <p v-if="t.all > t.looked" class="soft small">
      The newest {{ t.looked.toLocaleString('en') }} of {{ t.all.toLocaleString('en') }} things that occurred were
      looked at.
    </p>
    <p v-for="p in t.problems" :key="p" class="notice trouble" role="alert">{{ p }}</p>
    <ol
      v-if="t.rows.length"
      class="bg-paper border border-hairline rounded-corner px-3.5 max-h-110 overflow-auto"
      tabindex="0"
      aria-label="What it would have done"
    >
      <li
        v-for="(r, i) in t.rows"
        :key="i"
        class="grid grid-cols-[56px_minmax(0,1fr)] gap-x-2 py-2 border-b border-b-hairline last:border-b-0 small"
      >
        <span class="soft">{{ day(r.at) }}</span>
        <span
          ><NuxtLink v-if="r.job" :to="`/jobs/${r.job.id}`"
            ><b>{{ r.job.title }}</b></NuxtLink
          ><br v-if="r.job" />{{ r.words }}</span
        >
      </li>
    </ol>
    <p v-else class="soft small">Nothing of the kind has occurred in these days.</p>
    <ul v-if="t.left.length" class="small soft grid gap-1.5" aria-label="Left out">
      <li v-for="(l, i) in t.left.slice(0, 8)" :key="i">
        {{ l.job ? `${l.job.title} is left out: ` : '' }}{{ l.why }}
      </li>
    </ul>
    <p class="soft small">It is worked out from what the records say now. Nothing is done.</p>
  </template>
</template>
