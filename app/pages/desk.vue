<script setup lang="ts">
import { LogOut, Printer, ScanLine, Tablet, UserPlus } from '@lucide/vue'
import { OF_AGE } from '~~/core/visits/owes'
import type { DeskVisit } from '~~/shared/out/desk'
import VisitRow from '~/features/desk/VisitRow.vue'
import { type Shown, type SignHow, useDesk } from '~/features/desk/useDesk'
import { usePads } from '~/features/desk/usePads'

// What is rarer comes when it is asked for: the desk itself has to be there at once.
const AwayDialog = defineAsyncComponent(() => import('~/features/desk/AwayDialog.vue'))
const CompanionDialog = defineAsyncComponent(() => import('~/features/desk/CompanionDialog.vue'))
const GuardianDialog = defineAsyncComponent(() => import('~/features/desk/GuardianDialog.vue'))
const PadsDialog = defineAsyncComponent(() => import('~/features/desk/PadsDialog.vue'))
const ScanDialog = defineAsyncComponent(() => import('~/features/desk/ScanDialog.vue'))
const SomeoneNew = defineAsyncComponent(() => import('~/features/desk/SomeoneNew.vue'))

/** The front desk, for a tablet on a stand: who comes today, what each still owes, and the one thing to do about it. */
definePageMeta({ layout: 'plain' })
useHead({ title: 'Front desk' })
useStream()
const desk = useDesk()
desk.day = String(useRoute().query.day ?? '')
desk.follow()
const pads = usePads()
pads.follow()
const { here: pad } = storeToRefs(pads)
const pairing = ref(false)
const { data, problem, shown, counts, find, session } = storeToRefs(desk)
const { busy, act } = useAct()
const notices = useNotices()
const sessions = computed(() => [
  { value: '', label: 'All of the day' },
  ...(data.value?.sessions ?? []).map((s) => ({ value: s.jobId, label: [s.time, s.title].filter(Boolean).join(' ') })),
])
const head = computed(() => {
  const all = data.value?.sessions ?? []
  const one = all.find((s) => s.jobId === session.value) ?? (all.length === 1 ? all[0] : null)
  return one ? [one.title, one.time].filter(Boolean).join(', ') : 'Front desk'
})
const said = computed(() => {
  const c = counts.value
  if (!c || !data.value) return ''
  const day = new Date(`${data.value.day}T12:00Z`).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  })
  return [
    day,
    `${c.all} in all`,
    `${c.expected} expected`,
    `${c.here} here`,
    `${c.toSign} to sign`,
    ...(c.gone ? [`${c.gone} gone`] : []),
    ...(c.away ? [`${c.away} turned away`] : []),
  ].join(' · ')
})

const minor = ref<{ visit: DeskVisit; how: SignHow } | null>(null)
const arriving = ref<DeskVisit | null>(null)
const leaving = ref<DeskVisit | null>(null)
const scanning = ref(false)
const fresh = ref<{ name: string; born: string; shown?: Shown } | null>(null)
const qr = ref<{ name: string; url: string } | null>(null)

/** Goes on where the desk was once the device is handed back. */
async function hand(personId: string) {
  sessionStorage.setItem('back-to', '/desk')
  const { path } = await api<{ path: string }>('/api/handover', { method: 'POST', body: { personId } })
  window.location.replace(path)
}
const sign = (visit: DeskVisit, how: SignHow, guardianId: string | null = null, also: string[] = []) => {
  if (visit.step === 'guardian' && !guardianId) return void (minor.value = { visit, how })
  return act(async () => {
    minor.value = null
    const { personId, url } = await desk.sign(visit, how, guardianId, also)
    if (how === 'pad') await pads.load()
    else if (url) qr.value = { name: visit.name, url }
    else await hand(personId)
  })
}
const marked = { here: 'is here', gone: 'has left', 'turned away': 'was turned away', expected: 'is expected again' }
const mark = (visit: DeskVisit, kind: keyof typeof marked, words = '', withId: string | null = null) =>
  act(async () => {
    leaving.value = null
    arriving.value = null
    await desk.mark(visit, kind, words, withId)
    notices.say(`${visit.name} ${marked[kind]}.`, {
      undo: () => desk.mark(visit, visit.state, visit.state === 'turned away' ? visit.words : ''),
    })
  })
/** What can be done about a visit. */
const does = (v: DeskVisit) => ({
  sign: (how: SignHow) => sign(v, how),
  // Who is under age comes with somebody, or it is said that they don't.
  here: () => (v.age !== null && v.age < OF_AGE ? (arriving.value = v) : mark(v, 'here')),
  gone: () => mark(v, 'gone'),
  back: () => mark(v, 'expected'),
  away: () => (leaving.value = v),
})
function found(visit: DeskVisit, shown?: Shown) {
  scanning.value = false
  if (shown) void act(() => desk.shownBy(visit, shown))
  session.value = ''
  find.value = visit.name
}
const box = useTemplateRef<{ $el: HTMLInputElement }>('box')
useKeys({ '/': () => box.value?.$el.focus(), n: () => (fresh.value = { name: '', born: '' }) })
</script>

<template>
  <div class="desk reach">
    <header class="top">
      <div class="min-w-0">
        <h1 class="ellipsis">{{ head }}</h1>
        <p class="text-ink-soft text-l" aria-live="polite" data-testid="counts">{{ said }}</p>
      </div>
      <p class="acts">
        <Button size="large" variant="outlined" @click="scanning = true"><ScanLine :size="20" />Scan an ID</Button>
        <Button
          size="large"
          variant="outlined"
          :disabled="!data?.sessions.length"
          @click="fresh = { name: find, born: '' }"
          ><UserPlus :size="20" />Someone new</Button
        >
        <Button size="large" variant="outlined" @click="pairing = true"><Tablet :size="20" />Pad</Button>
        <a
          class="icon"
          :href="`/api/desk/list?day=${data?.day ?? ''}`"
          target="_blank"
          aria-label="Who is here, as a PDF"
          ><Printer :size="22"
        /></a>
        <NuxtLink class="icon" to="/" aria-label="Leave the desk"><LogOut :size="22" /></NuxtLink>
      </p>
    </header>
    <div class="finder">
      <label
        ><span class="sr">Find by name</span
        ><InputText
          ref="box"
          v-model="find"
          size="large"
          fluid
          placeholder="Find by any part of a name, or a code"
          autocomplete="off"
          spellcheck="false"
      /></label>
      <WhenField
        v-if="data"
        :model-value="data.day"
        kind="day"
        aria-label="Day"
        @update:model-value="desk.showDay($event === data.today ? '' : $event)"
      />
      <Choice v-if="sessions.length > 2" v-model="session" aria-label="Session" :options="sessions" />
    </div>
    <p v-if="pad?.who" class="pad" role="status">
      <Tablet :size="20" /><span class="flex-1 min-w-0 ellipsis">On the pad: {{ pad.who }}</span>
      <Button variant="outlined" :disabled="busy" @click="act(pads.clear)">Take it off</Button>
    </p>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <div v-if="!data && !problem" class="grid gap-3 p-9" aria-busy="true">
      <Skeleton v-for="i in 6" :key="i" height="64px" />
    </div>
    <EmptyList
      v-else-if="data && !data.visits.length"
      words="Nobody is expected on this day. Guests of a job of the day stand here by themselves."
    />
    <p v-else-if="data && !shown.length" class="p-9 text-l">
      Nobody of that name is expected.
      <Button size="large" @click="fresh = { name: find, born: '' }">{{ find }} is new</Button>
    </p>
    <VirtualScroller
      v-else-if="shown.length > 60"
      :items="shown"
      :item-size="89"
      class="list"
      :pt="{ content: { role: 'list' } }"
    >
      <template #item="{ item: v }"
        ><div role="listitem">
          <VisitRow :visit="v" :busy="busy" :pad="!!pad?.begun" :badges="data!.settings.badges" v-on="does(v)" /></div
      ></template>
    </VirtualScroller>
    <ul v-else aria-label="Visits">
      <li v-for="v in shown" :key="v.jobId + v.contactId">
        <VisitRow :visit="v" :busy="busy" :pad="!!pad?.begun" :badges="data!.settings.badges" v-on="does(v)" />
      </li>
    </ul>
    <ScanDialog
      v-if="scanning && data"
      @close="scanning = false"
      @found="found"
      @fresh="
        (who) => {
          scanning = false
          fresh = who
        }
      "
    />
    <PadsDialog v-if="pairing" @close="pairing = false" />
    <SomeoneNew v-if="fresh && data" :start="fresh" @close="fresh = null" @added="find = $event" />
    <GuardianDialog
      v-if="minor"
      :visit="minor.visit"
      @close="minor = null"
      @chosen="(guardianId, also) => sign(minor!.visit, minor!.how, guardianId, also)"
    />
    <CompanionDialog
      v-if="arriving"
      :visit="arriving"
      @close="arriving = null"
      @chosen="mark(arriving!, 'here', '', $event)"
    />
    <AwayDialog v-if="leaving" :visit="leaving" @close="leaving = null" @away="mark(leaving!, 'turned away', $event)" />
    <Dialog
      class="reach"
      :visible="!!qr"
      modal
      :header="qr ? `${qr.name} scans this` : ''"
      :style="{ width: 'min(420px, 96vw)' }"
      :draggable="false"
      @update:visible="qr = null"
    >
      <QrImage v-if="qr" :text="qr.url" />
    </Dialog>
  </div>
</template>

<style scoped>
.desk {
  min-height: 100vh;
  background: var(--chalk);
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  justify-content: space-between;
  align-items: center;
  padding: 20px 36px;
  border-bottom: 1px solid var(--hairline);
}
.finder {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 190px auto;
  align-items: center;
  gap: 12px;
  padding: 14px 36px;
  border-bottom: 1px solid var(--hairline);
}
.pad {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 10px 36px;
  background: var(--tarn-tint);
  color: var(--tarn);
  font-size: 18px;
}
.list {
  height: calc(100vh - 190px);
}
.icon {
  display: grid;
  place-items: center;
  width: 48px;
  height: 48px;
  color: var(--ink);
}
@media (max-width: 900px) {
  .top,
  .finder {
    padding: 12px 16px;
  }
  .finder {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
