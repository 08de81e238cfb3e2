<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** Gives the part to somebody else, where the sender allowed it. */
defineProps<{ view: SignerView }>()
const emit = defineEmits<{ passed: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
const says = useSays()
const to = reactive({ name: '', email: '', reason: '' })
const pass = () =>
  act(async () => {
    await post('/pass-on', to)
    emit('passed')
  })
</script>

<template>
  <form class="grid gap-3" @submit.prevent="pass">
    <p>{{ says('passOnHint') }}</p>
    <label class="field"
      ><span>{{ says('passOnName') }}</span
      ><InputText v-model="to.name" autofocus maxlength="200" required
    /></label>
    <label class="field"
      ><span>{{ says('passOnEmail') }}</span
      ><InputText v-model="to.email" type="email" maxlength="200" required
    /></label>
    <label class="field"
      ><span>{{ says('passOnWhy', { business: view.business.name }) }}</span
      ><InputText v-model="to.reason" maxlength="500"
    /></label>
    <p v-if="told" class="error" role="alert">{{ told }}</p>
    <Button type="submit" size="large" class="wide" :disabled="busy">{{ says('passOnDo') }}</Button>
  </form>
</template>
