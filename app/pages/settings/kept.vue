<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import SettingPage from '~/features/settings/SettingPage.vue'
import { archiveGiven } from '~~/shared/settings'
import { useBackups } from '~/features/settings/useSettings'

/** What is kept of everything: backups each night, and how to put one back. */
useHead({ title: 'What is kept, and how long · Upwold' })
const backups = useBackups()
backups.follow()
const { data, problem } = storeToRefs(backups)
const notices = useNotices()
const session = useSession()
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
const YEARS = [null, 3, 6, 7, 10, 15, 30].map((value) => ({
  value: value === null ? '' : String(value),
  label: value === null ? 'for ever' : `for ${value} years`,
}))
const years = computed({
  get: () => String(data.value?.keepYears ?? ''),
  set: (to) =>
    void act(async () => {
      await backups.setYears(to ? Number(to) : null)
      notices.say(to ? `Sealed papers are kept for ${to} years.` : 'Sealed papers are kept for ever.')
    }),
})
const password = ref('')
/** Everything as one file, saved where the browser saves. */
async function takeOut(body: object) {
  const zip = await api<Blob>('/api/business/archive', { method: 'POST', body, responseType: 'blob' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(zip)
  link.download = `upwold-${new Date().toISOString().slice(0, 10)}.zip`
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
  password.value = ''
  notices.say('The archive is with your downloads.')
}
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
        <p v-else class="soft">There is none yet. The first is made this night.</p>
        <section class="grid gap-3 mt-6" aria-labelledby="years">
          <h2 id="years">How long sealed papers are kept</h2>
          <Choice v-model="years" class="max-w-60" aria-label="How long sealed papers are kept" :options="YEARS" />
          <p class="soft small">
            You hear of each 30 days before it goes. Where money is open or held, or the day is still to come, nothing
            goes. Invoices stay.
          </p>
          <template v-if="data.going.length">
            <h3>{{ data.goingAll }} to go</h3>
            <ul class="ledger w-full" aria-label="Papers that go">
              <li
                v-for="g in data.going"
                :key="g.jobId + g.titles"
                class="grid grid-cols-[minmax(0,1fr)_130px] gap-3 items-center min-h-11"
              >
                <span class="wrap-anywhere"
                  ><NuxtLink :to="`/jobs/${g.jobId}`">{{ g.titles }}</NuxtLink
                  ><span class="soft small block">{{ g.job }}</span></span
                >
                <span class="text-end">{{ dayWords(g.on, g.on) }}</span>
              </li>
            </ul>
          </template>
        </section>
        <FormOf
          v-if="session.data?.member?.role === 'owner'"
          v-slot="{ busy: taking }"
          class="grid gap-3 mt-6"
          aria-label="Take everything out"
          :schema="archiveGiven"
          :given="() => ({ password })"
          :send="takeOut"
        >
          <h2>Take everything out</h2>
          <p class="soft small">
            One open file: every record as text, every PDF and file as it is. Another Upwold takes it in whole.
          </p>
          <FieldOf name="password" label="Password for what is secret in it"
            ><InputText v-model="password" type="password" maxlength="200" autocomplete="new-password" class="max-w-90"
          /></FieldOf>
          <p class="acts">
            <Button type="submit" variant="outlined" :disabled="taking">{{
              taking ? 'Being made…' : 'Take it out'
            }}</Button>
          </p>
        </FormOf>
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
