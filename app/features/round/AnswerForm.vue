<script setup lang="ts">
/** Answers a question where it stands in the thread; the answer reaches whoever asked. */
const props = defineProps<{ asks: { paperId: string; person: string; question: string; name: string } }>()
const emit = defineEmits<{ answered: [] }>()
const { busy, act } = useAct()
const open = ref(false)
const words = ref('')
const send = () =>
  act(async () => {
    const body = { do: 'answer', person: props.asks.person, question: props.asks.question, answer: words.value }
    await api(`/api/papers/${props.asks.paperId}/round`, { method: 'POST', body })
    emit('answered')
  })
</script>

<template>
  <Button v-if="!open" size="small" variant="outlined" @click="open = true">
    Answer {{ asks.name.split(' ')[0] }}
  </Button>
  <form v-else class="answer" @submit.prevent="send">
    <label class="field"
      ><span>Your answer to {{ asks.name }}</span
      ><Textarea v-model="words" auto-resize autofocus rows="3" maxlength="5000" required />
    </label>
    <Button type="submit" :disabled="busy || !words.trim()">Send the answer</Button>
  </form>
</template>

<style scoped>
.answer {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin-top: 6px;
}
.field {
  width: 100%;
}
</style>
