<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import type { Language } from '~~/core/text/language'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { useNewJob } from '~/features/job/useNewJob'

/** What isn't known yet, and a ready answer that asks it in the client's language. */
const emit = defineEmits<{ send: [answer: { subject: string; words: string }] }>()
defineProps<{ busy: boolean }>()
const job = useNewJob()
const { open, email, newcomer, client, read } = storeToRefs(job)
const session = useSession()
const answering = ref(false)
const language = ref<Language>('en')
const answer = reactive({ subject: '', words: '' })
const asked = ref<string[]>([])
/** The words are fetched when there is something to ask. */
const inWords = () => import('~~/shared/enquiry')
watchEffect(async () => {
  const questions = open.value
  asked.value = questions.length ? (await inWords()).questionsIn('en', questions) : []
})
async function write(): Promise<void> {
  const name = client.value?.name ?? newcomer.value.name
  const of = { name, business: session.data?.business?.name ?? '', questions: open.value }
  Object.assign(answer, (await inWords()).answerIn(language.value, of))
}
async function begin(): Promise<void> {
  language.value = read.value?.language ?? 'en'
  await write()
  answering.value = true
}
const { copy, copied } = useClipboard({ legacy: true })
</script>

<template>
  <section v-if="asked.length" aria-label="Still open" class="notice">
    <h2>Still open</h2>
    <ul>
      <li v-for="q in asked" :key="q" class="py-0.5">{{ q }}</li>
    </ul>
    <p class="mt-2"><Button variant="outlined" size="small" @click="begin">Answer first…</Button></p>
    <Drawer
      v-model:visible="answering"
      position="right"
      header="Answer the enquiry"
      aria-label="Answer the enquiry"
      class="w-120 max-w-full"
    >
      <div class="form">
        <Choice
          v-model="language"
          label="Language"
          :options="Object.entries(LANGUAGE_NAMES).map(([value, label]) => ({ value: value as Language, label }))"
          @update:model-value="write"
        />
        <label class="field"><span>Subject</span><InputText v-model="answer.subject" maxlength="300" /></label>
        <label class="field"
          ><span>What it says</span><Textarea v-model="answer.words" auto-resize rows="12" maxlength="5000"
        /></label>
        <p class="soft small">
          {{
            email ? `It goes to ${email} as the job is added.` : 'No e-mail address yet: copy it, or give one first.'
          }}
        </p>
        <p class="acts">
          <Button :disabled="busy || !email || !answer.words.trim()" @click="emit('send', { ...answer })"
            >Add the job and send this</Button
          >
          <Button variant="outlined" @click="copy(answer.words)">{{ copied ? 'Copied' : 'Copy it' }}</Button>
          <Button variant="text" @click="answering = false">Never mind</Button>
        </p>
      </div>
    </Drawer>
  </section>
</template>
