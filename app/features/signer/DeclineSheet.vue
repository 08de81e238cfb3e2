<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'
import { useSigner } from './useSigner'

/** Declining, with a reason the business gets to read. Where the link has ended meanwhile, the page says so instead. */
const props = defineProps<{ view: SignerView; start?: string }>()
const emit = defineEmits<{ declined: [] }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
const says = useSays()
const reason = ref('')
watchEffect(() => (reason.value = props.start ?? ''))
const decline = () =>
  act(
    async () => {
      await post('/decline', { reason: reason.value })
      emit('declined')
    },
    (e) => e instanceof ApiProblem && e.code === 'gone' && emit('declined'),
  )
</script>

<template>
  <div>
    <label class="field">
      <span>{{ says('declineWhy', { business: view.business.name }) }}</span>
      <Textarea v-model="reason" auto-resize autofocus rows="3" maxlength="1000" />
    </label>
    <p v-if="told" class="error" role="alert">{{ told }}</p>
    <Button size="large" class="wide" :disabled="busy" @click="decline">{{ says('declineIt') }}</Button>
  </div>
</template>
