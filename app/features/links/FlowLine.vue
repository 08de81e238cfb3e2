<script setup lang="ts">
import type { StandingLinkView } from '~~/shared/out/standing-links'

/** A flow as one line with its stops: each says what it still lacks, and opens. */
defineProps<{ stops: StandingLinkView['stops'] }>()
const at = defineModel<string>({ required: true })
const NAMES: Record<string, string> = { form: 'Form', paper: 'Paper', signing: 'Signing', home: 'Home', then: 'Then' }
</script>

<template>
  <ol class="flow" aria-label="From the form to the record">
    <li v-for="stop in stops" :key="stop.key" :class="stop.state">
      <Button variant="text" class="stop" :aria-current="at === stop.key ? 'step' : undefined" @click="at = stop.key">
        <span class="mark"><StopMark :state="stop.state" :size="stop.state === 'not-yet' ? 16 : 22" /></span>
        <span class="name" :class="{ here: at === stop.key }">{{ NAMES[stop.key] }}</span>
        <span class="note">{{ stop.words }}</span>
      </Button>
    </li>
  </ol>
</template>

<style scoped>
.flow {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  list-style: none;
  padding: 0;
  margin: 8px 0 16px;
}
.flow li {
  position: relative;
}
.flow li + li::before {
  content: '';
  position: absolute;
  inset-inline: calc(-50% + 18px) calc(50% + 18px);
  top: 19px;
  border-top: 1px dotted var(--hairline-strong);
}
.stop {
  display: grid;
  justify-items: center;
  gap: 2px;
  width: 100%;
  min-height: 72px;
  padding: 8px 4px;
  color: var(--ink);
}
.mark {
  display: grid;
  place-items: center;
  height: 22px;
}
.name {
  font-weight: 600;
}
.name.here {
  color: var(--heather);
  text-decoration: underline;
  text-underline-offset: 4px;
}
.note {
  font-size: var(--size-s);
  font-weight: 400;
  color: var(--ink-soft);
}
.trouble .note {
  color: var(--bracken);
}
@media (max-width: 700px) {
  .note {
    display: none;
  }
}
</style>
