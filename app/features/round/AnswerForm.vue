<script setup lang="ts">
import { z } from 'zod'
import { manageRound } from '~~/shared/rounds'

/** Answers a question where it stands in the thread; the answer reaches whoever asked. */
const props = defineProps<{ asks: { paperId: string; person: string; question: string; name: string } }>()
const emit = defineEmits<{ answered: [] }>()
const open = ref(false)
const form = reactive({ answer: '' })
const given = () => ({ do: 'answer', person: props.asks.person, question: props.asks.question, ...form })
const schema = manageRound.and(z.object({ answer: z.string().trim().min(1, 'Write the answer first.') }))
async function send(body: object) {
  await api(`/api/papers/${props.asks.paperId}/round`, { method: 'POST', body })
  emit('answered')
}
</script>

<template>
  <Button v-if="!open" size="small" variant="outlined" @click="open = true">
    Answer {{ asks.name.split(' ')[0] }}
  </Button>
  <FormOf
    v-else
    v-slot="{ busy }"
    class="grid gap-2 justify-items-start mt-1.5"
    :schema="schema"
    :given="given"
    :send="send"
  >
    <FieldOf name="answer" :label="`Your answer to ${asks.name}`"
      ><Textarea v-model="form.answer" auto-resize autofocus rows="3" maxlength="5000" required
    /></FieldOf>
    <Button type="submit" :disabled="busy">Send the answer</Button>
  </FormOf>
</template>

<style scoped>
.field {
  width: 100%;
}
</style>
