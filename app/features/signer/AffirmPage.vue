<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import HandBack from './HandBack.vue'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** Before a device that was handed over shows anything: whoever holds it says that they are the one it was handed to. */
defineProps<{ view: SignerView }>()
const emit = defineEmits<{ affirmed: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const says = useSays()
const yes = () =>
  signer.act(async () => {
    await signer.post('/affirm', {})
    emit('affirmed')
  })
</script>

<template>
  <div class="py-7 px-5 grid gap-4 justify-items-start">
    <ContourLines />
    <h1>{{ says('affirmWho', { name: view.person.name }) }}</h1>
    <p class="soft">{{ says('affirmWords', { host: view.host, business: view.business.name }) }}</p>
    <Button size="large" class="wide" :disabled="busy" @click="yes">{{ says('affirmYes') }}</Button>
    <HandBack :view="view" :words="says('affirmNo')" />
    <p v-if="told" class="error" role="alert">{{ told }}</p>
  </div>
</template>
