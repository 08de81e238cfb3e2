<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** A question to the business. */
defineProps<{ view: SignerView }>()
const emit = defineEmits<{ sent: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
const says = useSays()
const question = ref('')
const ask = () =>
  act(async () => {
    await post('/question', { question: question.value })
    question.value = ''
    emit('sent')
  })
</script>

<template>
  <div>
    <label class="field">
      <span>{{ says('yourQuestion', { business: view.business.name }) }}</span>
      <Textarea v-model="question" auto-resize autofocus rows="4" maxlength="2000" />
    </label>
    <p v-if="told" class="error" role="alert">{{ told }}</p>
    <Button size="large" class="wide" :disabled="busy" @click="ask">{{ says('sendQuestion') }}</Button>
  </div>
</template>
