<script setup lang="ts">
import PersonBetween from '~/features/people/PersonBetween.vue'
import PersonDo from '~/features/people/PersonDo.vue'
import PersonOwn from '~/features/people/PersonOwn.vue'
import PersonFacts from '~/features/people/PersonFacts.vue'
import PersonThread from '~/features/people/PersonThread.vue'
import PersonTies from '~/features/people/PersonTies.vue'
import { usePerson } from '~/features/people/usePerson'

/** A person: facts at the left, everything with them in the middle, what is open between you at the right. */
const id = String(useRoute().params.id)
const store = usePerson()
const { data: view, problem } = storeToRefs(store)
await store.open(id)
store.thread.follow()
useHead({ title: () => `${view.value?.person.name.slice(0, 60) ?? 'Person'} · Upwold` })
const session = useSession()
const notices = useNotices()
const { busy, act } = useAct()
const apart = (merge: string) =>
  act(async () => {
    await store.apart(merge)
    notices.say('They are two again.')
  })
const since = computed(() => {
  const { sums, person, currency } = view.value!
  const month = new Date(person.since).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' })
  return [
    `known since ${month}`,
    sums.jobs ? `${sums.jobs} ${sums.jobs === 1 ? 'job' : 'jobs'}` : '',
    sums.visits ? `${sums.visits} ${sums.visits === 1 ? 'visit' : 'visits'}` : '',
    sums.paid ? `${money(sums.paid, currency)} paid` : '',
  ]
    .filter(Boolean)
    .join(' · ')
})
</script>

<template>
  <p v-if="problem && !view" class="page">
    <span class="notice trouble" role="alert">{{ problem }}</span>
  </p>
  <div v-else-if="view" class="page">
    <p v-if="view.mergedInto" class="notice mb-4" role="status">
      {{ view.person.name }} turned out to be
      <NuxtLink :to="`/people/${view.mergedInto.id}`">{{ view.mergedInto.name }}</NuxtLink>: everything of theirs stands
      there.
    </p>
    <div class="cols grid grid-cols-[318px_minmax(0,1fr)_330px] gap-9">
      <div class="grid gap-5 content-start min-w-0">
        <header>
          <h1 class="wrap-anywhere">{{ view.person.name }}</h1>
          <p class="soft">{{ since }}</p>
          <p v-if="view.person.member" class="small">works here as {{ view.person.member.name }}</p>
        </header>
        <PersonFacts />
        <PersonTies />
      </div>
      <PersonThread />
      <aside class="grid gap-5 content-start min-w-0">
        <PersonBetween />
        <PersonOwn v-if="!view.mergedInto && !view.forgotten" />
        <PersonDo v-if="!view.mergedInto && !view.forgotten" />
        <section v-if="view.merged.length" aria-labelledby="apart" class="grid gap-1">
          <h2 id="apart">Taken for one</h2>
          <ul class="ledger">
            <li v-for="m in view.merged" :key="m.id" class="py-2 flex flex-wrap gap-2 items-center">
              <span class="flex-1 min-w-40"
                >{{ m.name
                }}<span class="soft small block">by {{ m.by }}, {{ whenWords(m.at, view.today) }}</span></span
              >
              <Button v-if="session.may('jobs')" variant="outlined" size="small" :disabled="busy" @click="apart(m.id)"
                >Tell them apart</Button
              >
            </li>
          </ul>
          <p class="soft small">Until {{ dayWords(view.merged[0]!.until, view.today) }} this can be undone.</p>
        </section>
      </aside>
    </div>
  </div>
</template>

<style scoped>
@media (max-width: 1100px) {
  .cols {
    grid-template-columns: 1fr;
    gap: 24px;
  }
  aside {
    order: -1;
  }
}
</style>
