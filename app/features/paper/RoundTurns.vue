<script setup lang="ts">
import type { PaperView, SheetPerson } from '~~/shared/papers'
import { useThisPaper } from './usePaper'

/** The people of a paper in their turns, before it goes out and while it is out. */
const { paper, busy, act, when } = useThisPaper()
const handing = ref<string | null>(null)

type Person = NonNullable<PaperView['round']>['people'][number]
const MARK = { 'not yet': 'not-yet', asked: 'theirs', opened: 'theirs', done: 'settled', declined: 'trouble' } as const
const personOf = (s: SheetPerson): Person | undefined => paper.value.round?.people.find((p) => p.party === s.party)
const opensTurn = (i: number) => i === 0 || paper.value.sheet[i - 1]!.turn !== paper.value.sheet[i]!.turn
const named = (s: SheetPerson) => (s.member ? `${s.name}, for the business` : s.name || 'nobody yet')
const since = (p: Person) =>
  p.doneAt
    ? `, ${when(p.doneAt)}`
    : p.lastSeenAt
      ? `, seen ${p.seen === 1 ? 'once' : `${p.seen} times`}, last ${when(p.lastSeenAt)}`
      : p.askedAt
        ? `, ${when(p.askedAt)}`
        : ''
const mayHandOver = (p: Person) => !p.member && paper.value.state === 'out' && ['asked', 'opened'].includes(p.status)
const handOver = () =>
  act(async () => {
    const { path } = await api<{ path: string }>('/api/handover', { method: 'POST', body: { personId: handing.value } })
    window.location.replace(path)
  })
</script>

<template>
  <aside aria-labelledby="people">
    <h2 id="people" class="serif">{{ paper.state === 'draft' ? 'Send for signing' : 'The round' }}</h2>
    <ol class="turns">
      <li v-for="(s, i) in paper.sheet" :key="s.party">
        <span class="turn" :class="{ blank: !opensTurn(i) }"
          ><span class="sr">Turn </span>{{ opensTurn(i) ? s.turn : '' }}</span
        >
        <div class="card">
          <p class="who">
            <span class="party" :class="`party-${((s.number - 1) % 4) + 1}`" aria-hidden="true">{{ s.number }}</span>
            <b>{{ named(s) }}</b>
            <span class="soft small">signs</span>
          </p>
          <p class="small soft">
            {{ s.email ? `by e-mail, ${s.email}` : 'no e-mail: on this device' }} · {{ s.fields }}
            {{ s.fields === 1 ? 'field' : 'fields' }}
          </p>
          <template v-if="personOf(s)">
            <p class="state small">
              <StopMark :mark="MARK[personOf(s)!.status]" :size="16" />
              <span>{{ personOf(s)!.status }}{{ since(personOf(s)!) }}</span>
            </p>
            <button v-if="mayHandOver(personOf(s)!)" class="btn small" @click="handing = personOf(s)!.id">
              Sign on this device
            </button>
          </template>
        </div>
      </li>
    </ol>
    <Dialog
      :visible="!!handing"
      modal
      header="Hand over this device"
      :style="{ width: '460px' }"
      :draggable="false"
      @update:visible="handing = null"
    >
      <p>
        You are about to hand this device to <b>{{ paper.round?.people.find((p) => p.id === handing)?.name }}</b>. Until
        it is handed back with your PIN, nothing of your side can be reached from it.
      </p>
      <p class="acts">
        <button class="btn main big" :disabled="busy" @click="handOver">Hand it over now</button>
        <button class="btn bare" @click="handing = null">Never mind</button>
      </p>
    </Dialog>
  </aside>
</template>

<style scoped>
h2.serif {
  font-size: 19px;
  color: var(--ink);
}
.turns {
  margin-top: 14px;
  display: grid;
  gap: 12px;
}
.turns > li {
  position: relative;
  display: grid;
  grid-template-columns: 36px 1fr;
  align-items: start;
}
.turns > li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 12.5px;
  top: 26px;
  bottom: -12px;
  border-left: 1px dotted var(--hairline-strong);
}
.turn {
  width: 26px;
  height: 26px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  display: grid;
  place-items: center;
  font-weight: 600;
  font-size: 13px;
  background: var(--chalk);
}
.turn.blank {
  visibility: hidden;
}
.who {
  display: grid;
  grid-template-columns: 24px 1fr auto;
  gap: 6px;
  align-items: start;
  margin-bottom: 4px;
}
.state {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 4px;
  margin-top: 6px;
}
.card .btn {
  margin-top: 8px;
}
.acts {
  margin-top: 18px;
}
</style>
