<script setup lang="ts">
import type { FollowUpsView } from '~~/shared/out/follow-ups'
import FolderList from '~/features/follow-ups/FolderList.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { blank, useFollowUps } from '~/features/follow-ups/useFollowUps'

/** What happens by itself: every follow-up as a sentence, on or off, and six to begin with. */
useHead({ title: 'What happens by itself · Upwold' })
const store = useFollowUps()
store.follow()
const { data, problem } = storeToRefs(store)
const { busy, act } = useAct()
const notices = useNotices()
type Starter = FollowUpsView['starters'][number]
const left = computed(
  () => data.value?.starters.filter((s) => !data.value!.rows.some((r) => r.title === s.title)) ?? [],
)
const begin = ({ title, when, if: ifs, unless, steps }: Starter) =>
  act(async () => {
    const id = await store.keep('', { ...blank(), on: false, title, when, if: ifs, unless, steps }, 0)
    await navigateTo(`/settings/follow-ups/${id}`)
  })
const toggle = (id: string, title: string, on: boolean) =>
  act(async () => {
    await store.switchOn(id, on)
    notices.say(on ? `“${title}” follows what occurs from now on.` : `“${title}” is off. What waited is stopped.`, {
      undo: () => store.switchOn(id, !on),
    })
  })
</script>

<template>
  <SettingPage title="What happens by itself" :problem="problem">
    <template #acts><LinkButton main to="/settings/follow-ups/new" class="ms-auto">Write one</LinkButton></template>
    <Skeleton v-if="!data" height="240px" />
    <template v-else>
      <ul v-if="data.rows.length" class="ledger" aria-label="Follow-ups">
        <li v-for="r in data.rows" :key="r.id" class="flex gap-4 items-start py-3">
          <ToggleSwitch
            class="mt-1 flex-none"
            :model-value="r.on"
            :disabled="busy"
            :aria-label="`${r.title} is on`"
            @update:model-value="toggle(r.id, r.title, $event)"
          />
          <div class="flex-1 min-w-0 grid gap-0.5">
            <NuxtLink :to="`/settings/follow-ups/${r.id}`"
              ><b>{{ r.title }}</b></NuxtLink
            >
            <p class="serif">{{ r.sentence }}</p>
            <p v-if="r.gone.length" class="flex gap-2 items-center small">
              <StopMark state="trouble" />It names {{ r.gone.join(', ') }}.
            </p>
            <p class="soft small">
              {{ r.ran ? `ran ${r.ran === 1 ? 'once' : `${r.ran} times`} in 90 days` : 'hasn’t run in 90 days'
              }}{{ r.refused ? `, ${r.refused} refused` : '' }}
            </p>
          </div>
        </li>
      </ul>
      <EmptyList v-else words="Nothing happens by itself yet but what every job does." />
      <FolderList />
      <section v-if="left.length" class="mt-8 grid gap-2" aria-labelledby="begin">
        <h2 id="begin">To begin with</h2>
        <ul class="ledger">
          <li v-for="s in left" :key="s.key" class="flex flex-wrap gap-3 items-center py-2.5">
            <span class="flex-1 min-w-60"
              ><b>{{ s.title }}</b
              ><br /><span class="serif soft">{{ s.sentence }}</span></span
            >
            <Button variant="outlined" :disabled="busy" @click="begin(s)">Look at it</Button>
          </li>
        </ul>
      </section>
    </template>
  </SettingPage>
</template>
