<script setup lang="ts">
import type { DeskVisit } from '~~/shared/out/desk'

import type { SignHow } from './useDesk'

/** One visit at arm's length: when, how it stands, who, and the one or two things to do about it. */
const { visit, busy, pad, badges } = defineProps<{
  visit: DeskVisit
  busy: boolean
  /** There is a pad beside the desk. */
  pad: boolean
  /** Guests get a badge. */
  badges: boolean
}>()
const emit = defineEmits<{
  sign: [how: SignHow]
  here: []
  gone: []
  back: []
  away: []
}>()
const clock = (at: string | null) =>
  at ? new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }) : ''
const done = computed(() => visit.state === 'gone' || visit.state === 'turned away')
/** How it stands, in words. */
const words = computed(() => {
  const on = visit.signedAt?.slice(0, 10) ?? ''
  const when = on === new Date().toISOString().slice(0, 10) ? `at ${clock(visit.signedAt)}` : `on ${on && shortDay(on)}`
  const signed = visit.signedAt
    ? `signed ${when}${visit.holds ? ', still holds' : ''}`
    : visit.step === 'ready'
      ? 'nothing to sign'
      : ''
  if (visit.state === 'turned away') return `turned away at ${clock(visit.since)}: ${visit.words}`
  if (visit.state === 'gone') return `left at ${clock(visit.since)}`
  const here =
    visit.state === 'here' ? `here since ${clock(visit.since)}${visit.with ? ` with ${visit.with}` : ''}` : ''
  const owes = {
    sign: visit.guardian ? `${visit.guardian} signs for them` : 'waiver not signed',
    guardian: 'under 18: somebody signs for them',
    started: 'has begun to sign',
    refused: `did not agree${visit.reason ? `: “${visit.reason}”` : ''}`,
    ready: signed,
  }[visit.step]
  return [owes, here].filter(Boolean).join(', ')
})
const how = computed((): SignHow => (pad ? 'pad' : 'device'))
/** What the main button says. */
const signs = computed(() => {
  const first = visit.guardian?.split(' ')[0]
  if (pad) return visit.step === 'started' ? 'Pad instead' : first ? `${first} on the pad` : 'On the pad'
  return visit.step === 'started' ? 'Sign here instead' : first ? `Sign with ${first}` : 'Sign here'
})
const trouble = computed(() => visit.mark === 'trouble')
</script>

<template>
  <article class="visit" :class="{ soft: done }" :aria-label="visit.name">
    <span class="money soft">{{ visit.time }}</span>
    <StopMark :state="visit.mark" :size="26" />
    <div class="min-w-0">
      <h3 class="font-serif text-xl ellipsis">
        {{ visit.name
        }}<span v-if="visit.age !== null && visit.age < 18" class="font-sans text-l">, {{ visit.age }}</span>
      </h3>
      <p class="ellipsis" :class="trouble ? 'text-bracken' : 'text-ink-soft'">{{ words }}</p>
    </div>
    <p class="does">
      <template v-if="done || (visit.state === 'here' && visit.step === 'ready')">
        <LinkButton
          v-if="badges && visit.state === 'here'"
          class="big"
          :to="`/api/desk/badge?job=${visit.jobId}&contact=${visit.contactId}`"
          external
          target="_blank"
          :aria-label="`Badge of ${visit.name}`"
          >Badge</LinkButton
        >
        <Button v-if="visit.state === 'here'" class="big" variant="outlined" :disabled="busy" @click="emit('gone')"
          >Has left</Button
        >
        <Button class="big" variant="text" :disabled="busy" @click="emit('back')">Not so</Button>
      </template>
      <template v-else-if="visit.step === 'ready'">
        <Button class="big wide" :disabled="busy" @click="emit('here')">Is here</Button>
        <Button class="big" variant="text" :disabled="busy" @click="emit('away')">Turn away</Button>
      </template>
      <template v-else-if="visit.step === 'refused'">
        <Button class="big wide" variant="outlined" :disabled="busy" @click="emit('sign', how)">Ask again</Button>
        <Button class="big" variant="outlined" :disabled="busy" @click="emit('away')">Turn away</Button>
      </template>
      <template v-else>
        <Button
          class="big wide"
          :variant="visit.step === 'started' ? 'outlined' : undefined"
          :disabled="busy"
          @click="emit('sign', how)"
          >{{ signs }}</Button
        >
        <Button
          v-if="visit.step === 'sign' && !visit.guardian"
          class="big"
          variant="outlined"
          :disabled="busy"
          @click="emit('sign', 'link')"
          >Show QR</Button
        >
        <Button v-else class="big" variant="text" :disabled="busy" @click="emit('away')">Turn away</Button>
      </template>
    </p>
  </article>
</template>

<style scoped>
.visit {
  display: grid;
  grid-template-columns: 72px 32px minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  min-height: 88px;
  padding: 10px 36px;
  border-bottom: 1px solid var(--hairline);
}
.does {
  display: flex;
  gap: 12px;
  justify-content: flex-end;
}
.does :deep(.big) {
  min-height: 56px;
  font-size: 18px;
  padding: 0 22px;
  white-space: nowrap;
}
.does :deep(.wide) {
  min-width: 180px;
}
@media (max-width: 900px) {
  .visit {
    grid-template-columns: 32px minmax(0, 1fr);
    padding: 12px 16px;
    gap: 6px 12px;
  }
  .visit > .money {
    display: none;
  }
  .does {
    grid-column: 1 / -1;
    justify-content: stretch;
  }
  .does :deep(.big) {
    flex: 1;
    padding: 0 10px;
  }
}
</style>
