<script setup lang="ts">
import { usePerson } from './usePerson'

/** What is open between a person and the business, the business's own moves first. */
const store = usePerson()
const { data: view } = storeToRefs(store)
const open = computed(() => view.value.between)
</script>

<template>
  <section class="between border rounded-corner py-3.5 px-4" :class="{ quiet: !open.length }" aria-labelledby="between">
    <h2 id="between">Between you</h2>
    <p v-if="!open.length && !view.tasks.length" class="soft">Nothing is open.</p>
    <ul v-else>
      <li v-for="(b, i) in open" :key="i" class="grid grid-cols-[26px_1fr] items-start py-2">
        <StopMark :state="b.state" class="mt-0.5" />
        <span class="min-w-0 wrap-anywhere"
          ><NuxtLink v-if="b.jobId" :to="`/jobs/${b.jobId}`" class="text-ink no-underline hover:underline">{{
            b.words
          }}</NuxtLink
          ><template v-else>{{ b.words }}</template
          ><span class="soft small block">{{ [b.title, b.detail].filter(Boolean).join(', ') }}</span></span
        >
      </li>
      <li v-for="t in view.tasks" :key="t.id" class="grid grid-cols-[26px_1fr] items-start py-2">
        <StopMark state="yours" class="mt-0.5" />
        <span class="min-w-0 wrap-anywhere"
          >{{ t.words }}<span v-if="t.day" class="soft small block">by {{ dayWords(t.day, view.today) }}</span></span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
.between {
  background: var(--heather-tint);
  border-color: var(--heather);
}
.between h2 {
  color: var(--heather-deep);
}
.between.quiet {
  background: var(--paper);
  border-color: var(--hairline-strong);
}
.between li + li {
  border-top: 1px solid var(--hairline);
}
</style>
