<script setup lang="ts">
import { z } from 'zod'
import { type CommentView, newComment } from '~~/shared/comments'
import { useComments } from './useComments'

/** One thing that was said, with its answers: answered, or let rest. */
const props = defineProps<{ comment: CommentView }>()
defineEmits<{ go: [block: string] }>()
const comments = useComments()
const { act, busy } = useAct()
const now = useNow()
const answering = ref(false)
const words = ref('')
const said = z.object({ words: newComment.shape.words })
async function answer({ words: text }: { words: string }): Promise<void> {
  await comments.say(text, { answers: props.comment.id })
  words.value = ''
  answering.value = false
}
const rest = () => act(() => comments.resolve(props.comment, !props.comment.resolved))
const when = (at: string) => whenWords(at, now.value.slice(0, 10))
</script>

<template>
  <li class="border-l-3 border-l-tarn pl-2.5 wrap-anywhere">
    <p>
      <b>{{ comment.by }}</b> <span class="soft small">{{ when(comment.at) }}</span>
    </p>
    <Button
      v-if="comment.block"
      unstyled
      class="border-0 bg-transparent p-0 text-left cursor-pointer hover:underline whitespace-pre-line"
      @click="$emit('go', comment.block)"
      >{{ comment.words }}</Button
    >
    <p v-else class="whitespace-pre-line">{{ comment.words }}</p>
    <ul v-if="comment.answers.length" class="ml-2 mt-1 grid gap-1">
      <li v-for="a in comment.answers" :key="a.id" class="small">
        <b>{{ a.by }}</b> <span class="whitespace-pre-line">{{ a.words }}</span>
        <span class="soft"> {{ when(a.at) }}</span>
      </li>
    </ul>
    <FormOf
      v-if="answering"
      v-slot="{ busy: on }"
      class="grid gap-2"
      :schema="said"
      :given="() => ({ words })"
      :send="answer"
    >
      <FieldOf name="words" label="The answer"
        ><Textarea v-model="words" auto-resize rows="2" maxlength="2000" autofocus
      /></FieldOf>
      <div class="acts"><Button type="submit" size="small" :disabled="on">Answer</Button></div>
    </FormOf>
    <div class="acts">
      <Button v-if="!answering" variant="text" size="small" @click="answering = true">Answer</Button>
      <Button variant="text" size="small" :disabled="busy" @click="rest">{{
        comment.resolved ? 'Take it up again' : 'Let it rest'
      }}</Button>
    </div>
  </li>
</template>
