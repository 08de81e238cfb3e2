<script setup lang="ts">
import { useMailIn } from '../systems/useSystems'
import { answerTo, returned } from '~~/core/mail/letter'
import { usePost } from './usePost'

/** The mailbox that stands in: a letter is answered as whoever got it, or comes back undelivered. */
const post = usePost()
const mail = useMailIn()
const notices = useNotices()
const { busy, act } = useAct()
const words = ref('')
const answering = ref(false)
const send = (eml: string, said: string) =>
  act(async () => {
    await mail.drop(new Blob([eml], { type: 'message/rfc822' }))
    answering.value = false
    words.value = ''
    notices.say(said)
  })
const answer = () =>
  send(answerTo(post.shown!, words.value, newKey()), 'The answer has come in: it stands in the thread of its job.')
const bounce = () =>
  send(
    returned(post.shown!, '550 5.1.1 There is no such mailbox.', newKey()),
    'It came back: that stands with whoever it was for.',
  )
</script>

<template>
  <section
    v-if="post.shown?.channel === 'mail'"
    class="grid gap-2 mt-5 pt-4 border-t border-t-hairline"
    aria-label="As whoever got it"
  >
    <p v-if="!answering" class="flex flex-wrap gap-2">
      <Button variant="outlined" size="small" @click="answering = true">Answer it as {{ post.shown.to }}</Button>
      <Button variant="text" size="small" :disabled="busy" @click="bounce">Let it come back undelivered</Button>
    </p>
    <template v-else>
      <label class="field"
        ><span>The answer</span><Textarea v-model="words" auto-resize rows="3" maxlength="5000" autofocus
      /></label>
      <p class="flex gap-2">
        <Button size="small" :disabled="busy || !words.trim()" @click="answer">Send the answer</Button
        ><Button variant="text" size="small" @click="answering = false">Leave it</Button>
      </p>
    </template>
  </section>
</template>
