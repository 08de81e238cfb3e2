<script setup lang="ts">
import { deviceWords } from '~~/core/evidence/record'
import { type SignedIn, useDoorLog, useSessions } from '~/features/doors/useDoors'

/** Who is signed in and where; for the owner, also what came to the doors. */
useHead({ title: 'Doors · Upwold' })
const session = useSession()
const notices = useNotices()
const { busy, act } = useAct()
const owner = computed(() => session.may('members'))
const doors = useSessions()
doors.follow()
const log = useDoorLog()
if (owner.value) log.follow()
const sessions = computed(() => doors.data ?? [])
const zone = computed(() => session.data?.business?.timeZone ?? 'UTC')
const today = computed(() => new Intl.DateTimeFormat('sv-SE', { timeZone: zone.value }).format(new Date()))
const end = (s: SignedIn) =>
  act(async () => {
    await doors.end(s.id)
    notices.say(`${s.own ? 'You are' : `${s.name} is`} signed out there.`)
  })
const endOthers = () =>
  act(async () => {
    const ended = await doors.endOthers()
    notices.say(ended ? 'You are signed out everywhere but here.' : 'You are signed in nowhere else.')
  })
const others = computed(() => sessions.value.some((s) => s.own && !s.here))
const KIND: Record<string, string> = {
  'sign-in': 'signing in',
  refusal: 'refused',
  setting: 'settings',
  'post-room': 'post room',
  export: 'taken out',
  handover: 'device',
}
const KINDS = { member: '', handover: ', handed over to a guest', pad: ', a pad' } as const
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Doors</h1>
      <span class="soft">{{
        owner ? 'who is signed in where, and what came to the doors' : 'where you are signed in'
      }}</span>
    </div>
    <p v-if="doors.problem" class="notice trouble" role="alert">{{ doors.problem }}</p>
    <section aria-labelledby="signed-in">
      <div class="title flex gap-4 items-center">
        <h2 id="signed-in">Signed in</h2>
        <Button v-if="others" variant="outlined" :disabled="busy" @click="endOthers"
          >Sign me out everywhere else</Button
        >
      </div>
      <ul class="ledger w-full">
        <li v-for="s in sessions" :key="s.id" class="row">
          <span>
            <b v-if="owner">{{ s.name }}</b>
            {{ deviceWords(s.device) }}{{ KINDS[s.kind] }}
            <span v-if="s.here" class="text-moss font-semibold">here</span>
          </span>
          <span class="soft small">{{ placeWords(s.address) }}</span>
          <span class="soft small">last used {{ instantWords(s.seenAt, zone, today) }}</span>
          <Button
            v-if="!s.here"
            size="small"
            variant="outlined"
            :disabled="busy"
            :aria-label="`End ${s.own ? 'your' : `${s.name}’s`} session on ${deviceWords(s.device)}`"
            @click="end(s)"
          >
            End it
          </Button>
        </li>
      </ul>
      <p class="soft small">A session ends by itself after 12 hours without use, and after 14 days in any case.</p>
    </section>
    <section v-if="owner" aria-labelledby="log">
      <h2 id="log">What came to the doors</h2>
      <ul v-if="log.rows.length" class="ledger w-full">
        <li v-for="e in log.rows" :key="e.id" class="row entry">
          <span class="soft small">{{ instantWords(e.at, zone, today) }}</span>
          <span class="kind text-tarn small">{{ KIND[e.kind] ?? e.kind }}</span>
          <span class="words wrap-anywhere">{{ e.words }}</span>
          <span class="soft small">{{ [e.who, placeWords(e.address)].filter(Boolean).join(', ') }}</span>
        </li>
      </ul>
      <p v-else-if="!log.busy" class="soft">Nothing yet.</p>
      <Button v-if="log.more" variant="outlined" :disabled="log.busy" @click="log.showMore()"
        >Show what was before</Button
      >
    </section>
  </div>
</template>

<style scoped>
section {
  margin-bottom: 36px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) minmax(0, 1fr) 90px;
  gap: 4px 16px;
  align-items: center;
  min-height: 44px;
}
.entry {
  grid-template-columns: 170px 90px minmax(0, 1fr) minmax(0, 260px);
}
@media (max-width: 760px) {
  .row,
  .entry {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
}
</style>
