<script setup lang="ts">
import { mailboxGiven } from '~~/shared/systems'
import { useMailIn } from './useSystems'

/** Where letters come back to, what came in, and a letter that was saved as a file. */
const mail = useMailIn()
mail.follow()
const { data, problem } = storeToRefs(mail)
const session = useSession()
const owner = computed(() => session.data?.member?.role === 'owner')
const notices = useNotices()
const { busy, act } = useAct()
const editing = ref(false)
const form = reactive({ host: '', port: 993, user: '', password: '' })
watch(
  editing,
  (is) => is && Object.assign(form, { host: '', port: 993, user: '', ...data.value?.mailbox, password: '' }),
)
async function keep(box: object) {
  await mail.keepBox(box)
  editing.value = false
  notices.say('Kept. What comes back is fetched within a minute.')
}
const TAKEN = {
  bounce: 'It came back: that stands with whoever it was for.',
  answer: 'It stands in the thread of its job.',
  other: 'It was taken, but it belongs to nobody here.',
}
const drop = (files: File[]) =>
  act(async () => {
    const { kind, jobId } = await mail.drop(files[0]!)
    notices.say(kind === 'answer' && !jobId ? 'It is kept; there is no job it belongs to.' : TAKEN[kind])
  })
const KIND = { bounce: 'came back', answer: 'answer', other: '' }
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
</script>

<template>
  <section aria-labelledby="comes-in" class="grid gap-3 mt-10 max-w-180">
    <h2 id="comes-in">What comes back</h2>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="data">
      <p v-if="!editing" class="flex flex-wrap gap-2 items-center">
        <span class="flex-1 min-w-60">{{
          data.mailbox
            ? `Answers and what can’t be delivered are fetched from ${data.mailbox.user} at ${data.mailbox.host}.`
            : 'No mailbox is set: answers stay where they arrive.'
        }}</span>
        <Button v-if="owner" variant="outlined" @click="editing = true">{{
          data.mailbox ? 'Another mailbox' : 'Set a mailbox'
        }}</Button>
        <Button v-if="owner && data.mailbox" variant="text" :disabled="busy" @click="act(() => mail.keepBox(null))"
          >None any more</Button
        >
      </p>
      <FormOf
        v-else
        v-slot="{ busy: sending }"
        class="grid gap-3 max-w-120"
        aria-label="The mailbox"
        :schema="mailboxGiven"
        :given="() => form"
        :send="keep"
      >
        <div class="pairs">
          <FieldOf name="host" label="Server (IMAP)"
            ><InputText v-model="form.host" maxlength="255" autofocus
          /></FieldOf>
          <FieldOf name="port" label="Port"
            ><InputNumber v-model="form.port" :min="1" :max="65535" :use-grouping="false"
          /></FieldOf>
        </div>
        <FieldOf name="user" label="User"><InputText v-model="form.user" maxlength="200" autocomplete="off" /></FieldOf>
        <FieldOf name="password" label="Password"
          ><InputText v-model="form.password" type="password" maxlength="400" autocomplete="new-password"
        /></FieldOf>
        <p class="acts flex gap-2">
          <Button type="submit" :disabled="sending">Look into it and keep it</Button
          ><Button type="button" variant="text" @click="editing = false">Leave it</Button>
        </p>
      </FormOf>
      <p class="flex flex-wrap gap-3 items-center small">
        <FilePick
          label="Take in a letter"
          name="A letter"
          accept=".eml,message/rfc822"
          :disabled="busy"
          @picked="drop"
        />
        <span class="soft">one that was saved as a file (.eml)</span>
      </p>
      <ul v-if="data.rows.length" class="ledger" aria-label="Letters that came in">
        <li v-for="r in data.rows.slice(0, 20)" :key="r.id" class="py-2 grid gap-0.5">
          <p class="flex flex-wrap gap-x-3 items-center">
            <StopMark :state="r.kind === 'bounce' ? 'trouble' : r.kind === 'answer' ? 'yours' : 'skipped'" />
            <b>{{ r.subject || '(no subject)' }}</b><span class="soft small">{{ whenWords(r.at, today) }}</span>
          </p>
          <p class="small">
            {{ [KIND[r.kind], r.person?.name ?? r.from].filter(Boolean).join(', ')
            }}<template v-if="r.job"
              >: <NuxtLink :to="`/jobs/${r.job.id}`">{{ r.job.title }}</NuxtLink></template
            >
          </p>
          <p v-if="r.kind === 'bounce' || r.leftOut" class="small soft">
            {{ r.kind === 'bounce' ? r.text : r.leftOut }}
          </p>
        </li>
      </ul>
    </template>
    <Skeleton v-else height="100px" />
  </section>
</template>
