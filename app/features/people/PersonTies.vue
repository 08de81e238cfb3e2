<script setup lang="ts">
import { X } from '@lucide/vue'
import { TIE_WORDS, type TieKind } from '~~/core/people/ties'
import type { ContactView } from '~~/shared/jobs'
import { newConsent } from '~~/shared/people'
import { usePerson } from './usePerson'

/** Whom a person has to do with, what holds for them, and what they agreed to. */
const store = usePerson()
const { data: view } = storeToRefs(store)
const session = useSession()
const may = computed(() => session.may('jobs'))
const { busy, act } = useAct()
const notices = useNotices()
const adding = ref<'' | 'tie' | 'consent'>('')

type Way = `${TieKind} ${'from' | 'to'}`
const tie = reactive({ as: 'works-at from' as Way, other: null as ContactView | null, words: '' })
const WAYS = computed(() => {
  const organisation = view.value.person.kind === 'organisation'
  const ways: Way[] = organisation ? ['works-at to'] : ['works-at from', 'guardian-of from', 'guardian-of to']
  const LABELS: Record<Way, string> = {
    'works-at from': 'works at',
    'works-at to': 'somebody works here',
    'guardian-of from': 'is the guardian of',
    'guardian-of to': 'has as guardian',
  }
  return ways.map((value) => ({ value, label: LABELS[value] }))
})
function begin(what: 'tie' | 'consent') {
  Object.assign(tie, { as: WAYS.value[0]!.value, other: null, words: '' })
  Object.assign(agreed, { words: '', givenOn: view.value.today, until: '' })
  adding.value = what
}
const addTie = () =>
  act(async () => {
    const [kind, way] = tie.as.split(' ')
    await store.tie({ kind, way, other: tie.other!.id, words: tie.words })
    adding.value = ''
  })
const agreed = reactive({ words: '', givenOn: '', until: '' })
const given = () => ({ ...agreed, until: agreed.until || null })
async function addConsent(body: object) {
  await store.consent(body)
  adding.value = ''
}
const withdraw = (id: string, on: string | null) =>
  act(async () => {
    await store.withdraw(id, on)
    notices.say(on ? 'Taken back as of today.' : 'It stands again.', on ? { undo: () => store.withdraw(id, null) } : {})
  })
const day = (d: string) => dayWords(d, view.value.today)
</script>

<template>
  <section aria-labelledby="ties" class="grid gap-1">
    <div class="section-head">
      <h2 id="ties">With and at</h2>
      <Button v-if="may" variant="text" size="small" @click="begin('tie')">Add</Button>
    </div>
    <ul v-if="view.ties.length" class="ledger">
      <li v-for="t in view.ties" :key="t.id" class="py-1.5 flex gap-2 items-center">
        <span class="soft small w-24 flex-none">{{ TIE_WORDS[t.kind][t.way] }}</span>
        <span class="flex-1 min-w-0 wrap-anywhere"
          ><NuxtLink :to="`/people/${t.other.id}`">{{ t.other.name }}</NuxtLink
          ><span v-if="t.words" class="soft small block">{{ t.words }}</span></span
        >
        <IconButton v-if="may" :label="`Not tied to ${t.other.name} any more`" @click="act(() => store.untie(t.id))"
          ><X :size="16"
        /></IconButton>
      </li>
    </ul>
    <p v-else class="soft small">Nobody yet: where they work, whose guardian they are.</p>
  </section>
  <section v-if="view.good.length || view.person.kind === 'person'" aria-labelledby="good" class="grid gap-1">
    <div class="section-head">
      <h2 id="good">Good until</h2>
      <Button v-if="may || session.may('desk')" variant="text" size="small" @click="begin('consent')">A consent</Button>
    </div>
    <ul v-if="view.good.length || view.consents.length" class="ledger">
      <li v-for="g in view.good" :key="g.paperId" class="py-1.5 flex gap-2 justify-between">
        <NuxtLink :to="`/papers/${g.paperId}`" class="wrap-anywhere">{{ g.title }}</NuxtLink>
        <span class="soft small text-right">{{ g.until ? day(g.until) : 'until it is changed' }}</span>
      </li>
      <li v-for="c in view.consents" :key="c.id" class="py-1.5 flex gap-2 justify-between items-center">
        <span class="wrap-anywhere"
          >{{ c.words
          }}<span class="soft small block">given {{ day(c.givenOn) }}, written down by {{ c.by }}</span></span
        >
        <span class="text-right flex-none">
          <span v-if="c.withdrawnOn" class="soft small block">taken back {{ day(c.withdrawnOn) }}</span>
          <span v-else-if="c.until" class="soft small block">{{ day(c.until) }}</span>
          <Button
            v-if="!c.withdrawnOn && (may || session.may('desk'))"
            variant="text"
            size="small"
            :disabled="busy"
            :aria-label="`${c.words}: taken back`"
            @click="withdraw(c.id, view.today)"
            >Taken back</Button
          >
        </span>
      </li>
    </ul>
    <p v-else class="soft small">Nothing that was signed holds beyond its day, and no consent is written down.</p>
  </section>
  <Dialog
    :visible="adding === 'tie'"
    modal
    header="With whom, or where"
    class="w-[min(480px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="adding = ''"
  >
    <form class="grid gap-3" @submit.prevent="addTie">
      <Choice v-model="tie.as" :label="view.person.name" :options="WAYS" />
      <ClientPicker v-model="tie.other" label="Who" autofocus />
      <label v-if="tie.as.startsWith('works-at')" class="field"
        ><span>As what</span><InputText v-model="tie.words" maxlength="80" placeholder="bookings"
      /></label>
      <p class="acts"><Button type="submit" :disabled="busy || !tie.other">Add this</Button></p>
    </form>
  </Dialog>
  <Dialog
    :visible="adding === 'consent'"
    modal
    header="What they agreed to"
    class="w-[min(480px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="adding = ''"
  >
    <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="newConsent" :given="given" :send="addConsent">
      <FieldOf name="words" label="What"
        ><InputText v-model="agreed.words" maxlength="200" placeholder="Their picture may be shown" autofocus
      /></FieldOf>
      <div class="pairs">
        <FieldOf name="givenOn" label="Given on"><WhenField v-model="agreed.givenOn" kind="day" /></FieldOf>
        <FieldOf name="until" label="Good until"><WhenField v-model="agreed.until" kind="day" /></FieldOf>
      </div>
      <p class="acts"><Button type="submit" :disabled="sending">Write it down</Button></p>
    </FormOf>
  </Dialog>
</template>
