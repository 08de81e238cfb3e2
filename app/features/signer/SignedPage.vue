<script setup lang="ts">
import { formatDay, formatDayLong } from '~~/core/calendar/dates'
import type { SignerView } from '~~/shared/signer'
import { type Signing, isQuote } from './useSigning'

/** After signing: what comes next, the payment that reserves the day, and the copy to keep. */
const props = defineProps<{ view: SignerView; signing: Signing }>()
const { base, busy, told, pay } = props.signing
const first = computed(() => props.view.person.name.split(' ')[0])
const next = computed(() => props.view.others.find((o) => o.status !== 'done'))
const CLOSED: Partial<Record<SignerView['round'], string>> = {
  declined: 'Somebody else has declined it since, so it is closed.',
  withdrawn: 'The business has withdrawn it since, so it no longer stands.',
  lapsed: 'Not everybody signed in time, so it no longer stands.',
}
const words = computed(() => {
  const { view } = props
  if (CLOSED[view.round]) return CLOSED[view.round]
  if (view.sealed) return 'Everyone has signed. The sealed copy has gone to you by e-mail.'
  if (view.allSigned) return 'Everyone has signed. The sealed copy is being made.'
  return next.value ? `${next.value.name} signs next. You will both get the sealed copy by e-mail.` : ''
})
const later = (stage: NonNullable<NonNullable<SignerView['pay']>['later']>) =>
  stage.dueOn ? `by ${formatDay(stage.dueOn, props.view.today)}` : 'later'
</script>

<template>
  <div class="plain">
    <ContourLines />
    <h1>{{ isQuote(view) ? 'Accepted' : 'Signed' }}. Thank you, {{ first }}.</h1>
    <p class="soft">
      {{ words }}
      <template v-if="isQuote(view) && !view.pay && !CLOSED[view.round]"
        >The agreement with the terms comes next.</template
      >
    </p>
    <NuxtLink v-if="view.inPerson" to="/handover" external class="btn main big wide">Hand the device back</NuxtLink>
    <section v-if="view.pay && !view.pay.paid" class="next" aria-labelledby="reserve">
      <h2 id="reserve">Reserve {{ view.jobTitle }}</h2>
      <p>
        {{ money(view.pay.amount, view.pay.currency) }} now<template v-if="view.pay.later"
          >, {{ money(view.pay.later.amount, view.pay.currency) }} {{ later(view.pay.later) }}</template
        >.
      </p>
      <p v-if="told" class="error" role="alert">{{ told }}</p>
      <button class="btn main big wide" :disabled="busy" @click="pay(view.pay.stage)">
        Pay {{ money(view.pay.amount, view.pay.currency) }}
      </button>
    </section>
    <section v-else-if="view.pay?.paid" class="next paid" role="status">
      <p class="strong">Your {{ view.pay.label.toLowerCase() }} has arrived. Thank you.</p>
      <p v-if="view.pay.later" class="small">
        {{ money(view.pay.later.amount, view.pay.currency) }} follows{{
          view.pay.later.dueOn ? ` by ${formatDayLong(view.pay.later.dueOn)}` : ''
        }}.
      </p>
    </section>
    <p>
      <a v-if="view.sealed" :href="`${base}/sealed`" target="_blank">Keep the sealed copy (PDF)</a>
      <a v-else :href="`${base}/pdf`" target="_blank">Keep what I signed (PDF)</a>
    </p>
    <p>
      <a :href="`mailto:${view.business.email}`">Ask {{ view.business.name }} a question</a>
    </p>
  </div>
</template>

<style scoped>
.plain {
  padding: 28px 20px;
  display: grid;
  gap: 16px;
  justify-items: start;
}
h1 {
  font-size: 27px;
}
.wide {
  width: 100%;
}
.next {
  width: 100%;
  background: var(--heather-tint);
  border: 1px solid var(--heather);
  border-radius: var(--corner);
  padding: 16px;
  display: grid;
  gap: 8px;
}
.next h2 {
  font-size: 18px;
  color: var(--ink);
}
.next.paid {
  background: var(--moss-tint);
  border-color: var(--moss);
}
</style>
