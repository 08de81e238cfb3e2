<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBackups } from '~/features/settings/useSettings'

/** What is kept of everything: backups each night, and how to put one back. */
useHead({ title: 'What is kept, and how long · Upwold' })
const backups = useBackups()
backups.follow()
const { data, problem } = storeToRefs(backups)
const notices = useNotices()
const { busy, act } = useAct()
const make = () =>
  act(async () => {
    await backups.makeOne()
    notices.say('A backup is being made.')
  })
// One that is being made is looked for until it is there.
useIntervalFn(() => {
  if (data.value?.making) void backups.load()
}, 1500)
const nightly = computed({
  get: () => data.value?.nightly ?? true,
  set: (to) =>
    void act(async () => {
      await backups.setNightly(to)
      notices.say(to ? 'A backup is made each night.' : 'No backups are made by themselves any more.')
    }),
})
const size = (bytes: number) => `${(bytes / 1e6).toLocaleString('en', { maximumFractionDigits: 1 })} MB`
const when = (at: string) => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <SettingPage title="What is kept, and how long" :problem="problem">
    <Skeleton v-if="!data" height="240px" />
    <section v-else aria-labelledby="backups" class="grid gap-3 max-w-160">
      <h2 id="backups">Backups</h2>
      <p v-if="!data.can">
        The database is on a server of its own: it is backed up there, with the folder of files beside it.
      </p>
      <template v-else>
        <label class="acts"
          ><ToggleSwitch v-model="nightly" :disabled="busy" />
          <span>One each night: seven days are kept, and one of each of four weeks</span></label
        >
        <p v-if="data.error" class="notice trouble" role="alert">The last one could not be made: {{ data.error }}</p>
        <p class="acts">
          <Button variant="outlined" :disabled="busy || data.making" @click="make">{{
            data.making ? 'Being made…' : 'Make one now'
          }}</Button>
        </p>
        <ul v-if="data.backups.length" class="ledger w-full" aria-label="Backups">
          <li
            v-for="b in data.backups"
            :key="b.name"
            class="grid grid-cols-[minmax(0,1fr)_90px] gap-3 items-center min-h-11"
          >
            <span
              >{{ when(b.at) }}<span class="soft small block wrap-anywhere">{{ b.name }}</span></span
            >
            <span class="text-end tabular-nums">{{ size(b.bytes) }}</span>
          </li>
        </ul>
        <EmptyList v-else words="There is none yet. The first is made this night." />
      </template>
    </section>
    <template v-if="data?.can" #effect>
      <h2>When it is needed</h2>
      <div class="card grid gap-2">
        <p>Backups lie on the machine Upwold runs on, readable by whoever runs it alone, in</p>
        <p class="wrap-anywhere">
          <code>{{ data.folder }}</code>
        </p>
        <p>Put back into an empty folder, one gives everything as it was then, links that are out included:</p>
        <p class="wrap-anywhere">
          <code>npm run restore -- --from {{ data.backups[0]?.name ?? 'FILE' }} --data FOLDER</code>
        </p>
        <p class="soft small">
          Each holds the secret of this installation: whoever has one can open everything. Have them copied to another
          place.
        </p>
      </div>
    </template>
  </SettingPage>
</template>
