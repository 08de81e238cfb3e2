<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { usePad } from '~/features/desk/usePad'
import { inColours } from '~/composables/look'
import { sayingIn } from '~/features/signer/says'
import { isRightToLeft } from '~~/shared/words'

/** A second screen at the desk: it shows a code until somebody at the desk takes it, then what they send there and nothing else. */
definePageMeta({ layout: 'plain' })
const pad = usePad()
const { view, code, lost } = storeToRefs(pad)
onMounted(() => pad.follow())
const business = computed(() => view.value?.business ?? null)
const { says, ready } = sayingIn(() => business.value?.language ?? 'en')
await ready
useHead({
  title: 'Pad',
  htmlAttrs: {
    lang: () => says.value.language,
    dir: () => (isRightToLeft(says.value.language) ? 'rtl' : 'ltr'),
    style: () => (business.value ? inColours(business.value.look) : ''),
  },
  meta: [{ name: 'robots', content: 'noindex' }],
})
// A pad doesn't go dark between two guests.
const { request: stayAwake } = useWakeLock()
onMounted(() => void stayAwake('screen').catch(() => {}))
</script>

<template>
  <main class="min-h-screen grid place-content-center justify-items-center gap-6 p-6 text-center bg-chalk">
    <ContourLines />
    <template v-if="business">
      <img
        v-if="business.look.logo"
        class="max-h-24 max-w-80 object-contain"
        :src="`/api/look/${business.look.logo.sha}`"
        alt=""
      />
      <h1 class="text-xxl">{{ business.name }}</h1>
      <p class="text-xl text-ink-soft" role="status">{{ says('padIdle') }}</p>
    </template>
    <template v-else-if="code">
      <h1 class="text-xxl">This screen can be a pad</h1>
      <p class="text-l text-ink-soft max-w-130">
        At the front desk choose <b>Pad</b> and type this code. From then on this screen shows what the desk sends to
        it, and nothing else.
      </p>
      <p class="money font-serif text-[64px] leading-none tracking-widest" data-testid="code">{{ code }}</p>
    </template>
    <Skeleton v-else width="320px" height="64px" aria-label="Loading" />
    <p v-if="lost" class="notice" role="alert">No connection. This screen goes on by itself when it is back.</p>
  </main>
</template>
