<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { languages } from '~~/core/text/language'
import { type LetterShown, type LettersView, type Wording, wording } from '~~/shared/letters'
import { LANGUAGE_NAMES } from '~~/shared/words'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useLetters } from '~/features/settings/useSettings'

/** What our letters say: each worded anew in any language, seen as it arrives, tried, put back. */
useHead({ title: 'What our letters say · Upwold' })
const letters = useLetters()
const session = useSession()
const { data, problem } = storeToRefs(letters)
const notices = useNotices()
const { busy, act } = useAct()
letters.language = session.data?.business?.language ?? 'en'
letters.follow()
const language = computed({ get: () => letters.language, set: (to) => void act(() => letters.show(to)) })
type Row = LettersView['letters'][number]
const chosen = ref<Row['key']>('asked')
const row = computed(() => data.value?.letters.find((l) => l.key === chosen.value))
const form = reactive({ subject: '', body: '' })
/** Another letter or language is shown as it is; what is typed stays when others change something meanwhile. */
watch(
  () => row.value && [chosen.value, letters.language, row.value.subject.text, row.value.body.text].join('\n'),
  () => row.value && Object.assign(form, { subject: row.value.subject.text, body: row.value.body.text }),
  { immediate: true },
)
/** What can stand in either part, in braces. */
const places = computed(() =>
  [...new Set([...(row.value?.subject.places ?? []), ...(row.value?.body.places ?? [])])]
    .map((p) => `{${p}}`)
    .join(' '),
)
const isOwn = (r: Row) => r.subject.text !== r.subject.usual || r.body.text !== r.body.usual
const given = (): Wording => ({ language: letters.language, ...form })
const shown = ref<LetterShown | null>(null)
/** As it stands, a little after the last letter was typed; what can't be shown yet says so when it is kept. */
const look = useDebounceFn(async () => {
  const asked = JSON.stringify(given())
  const answer = await letters.attempt(chosen.value, given()).catch(() => null)
  if (answer && asked === JSON.stringify(given())) shown.value = answer
}, 500)
watch([form, chosen], () => row.value && void look(), { immediate: true })
async function keep(body: Wording) {
  await letters.reword(chosen.value, body)
  notices.say('Kept for every letter from now on.')
}
const putBack = () => act(() => letters.putBack(chosen.value))
const tryIt = () =>
  act(async () => {
    const { sentTo } = await letters.attempt(chosen.value, { ...given(), send: true })
    notices.say(`Sent to ${sentTo}.`)
  })
</script>

<template>
  <SettingPage title="What our letters say" says="to clients, guests and everybody outside" :problem="problem">
    <template v-if="data">
      <div class="pairs max-w-150 mb-4">
        <Choice
          v-model="chosen"
          label="The letter that goes when"
          :options="data.letters.map((l) => ({ value: l.key, label: isOwn(l) ? `${l.when} · yours` : l.when }))"
        />
        <Choice
          v-model="language"
          label="In"
          :options="
            languages.map((l) => ({
              value: l,
              label: data!.changed.includes(l) ? `${LANGUAGE_NAMES[l]} · worded by you` : LANGUAGE_NAMES[l],
            }))
          "
        />
      </div>
      <FormOf
        v-if="row"
        :key="`${chosen} ${data.language}`"
        v-slot="{ busy: keeping }"
        class="grid gap-3 max-w-150"
        aria-label="The letter"
        :schema="wording"
        :given="given"
        :send="keep"
      >
        <FieldOf name="subject" label="Subject"
          ><InputText v-model="form.subject" :lang="data.language" dir="auto" maxlength="200"
        /></FieldOf>
        <FieldOf name="body" label="What it says"
          ><Textarea v-model="form.body" :lang="data.language" dir="auto" rows="6" auto-resize maxlength="3000"
        /></FieldOf>
        <p class="soft small">
          Put in for whoever gets it:
          <span class="wrap-anywhere">{{ places }}</span>
        </p>
        <p class="acts">
          <Button type="submit" :disabled="keeping">Keep this</Button>
          <Button variant="outlined" :disabled="busy" @click="tryIt">Send it to me</Button>
          <Button v-if="isOwn(row)" variant="text" :disabled="busy" @click="putBack">As it was</Button>
        </p>
      </FormOf>
    </template>
    <Skeleton v-else height="320px" />
    <template #effect>
      <h2>As it arrives</h2>
      <template v-if="shown">
        <p class="strong wrap-anywhere" dir="auto">{{ shown.subject }}</p>
        <iframe
          class="w-full h-110 border border-hairline rounded-md bg-paper"
          sandbox=""
          title="The letter as it arrives"
          :srcdoc="shown.html"
        />
        <p class="soft small">
          The button leads to what it is about. Papers, sums and days of each letter follow by themselves.
        </p>
      </template>
      <Skeleton v-else height="300px" />
    </template>
  </SettingPage>
</template>
