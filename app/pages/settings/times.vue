<script setup lang="ts">
import type { MailTried } from '~~/shared/out/setup'
import { keepTimes } from '~~/shared/times'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** Who vouches for the times of sealed copies: an authority that stamps them, tried before it is kept. */
useHead({ title: 'Who vouches for our times · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const notices = useNotices()
const { busy, act } = useAct()
const on = ref(false)
const url = ref('')
const tried = ref<MailTried | null>(null)
const { send } = useKept({
  kept: () => data.value?.times,
  form: () => [on.value, url.value],
  take: (times) => {
    on.value = !!times
    url.value = times?.url ?? ''
  },
})
const given = () => ({ url: on.value ? url.value : null })
async function keep(body: object) {
  await send((headers) => business.keep('times', body, headers))
  notices.say(on.value ? 'Sealed copies get their time stamps there now.' : 'No time stamps are asked for.')
}
const attempt = () =>
  act(async () => {
    tried.value = null
    tried.value = await api<MailTried>('/api/business/times', { method: 'POST', body: { url: url.value } })
  })
</script>

<template>
  <SettingPage title="Who vouches for our times" says="on sealed copies" :problem="problem">
    <FormOf v-if="data" class="grid gap-3 max-w-150" :schema="keepTimes" :given="given" :send="keep">
      <OneOf
        :model-value="on ? 'on' : 'off'"
        label="Time stamps"
        :options="[
          { value: 'off', label: 'this machine’s clock is enough' },
          { value: 'on', label: 'by an authority' },
        ]"
        @update:model-value="on = $event === 'on'"
      />
      <template v-if="on">
        <FieldOf name="url" label="Address the authority is asked at (RFC 3161)"
          ><InputText v-model="url" maxlength="500" placeholder="https://time.example/stamp"
        /></FieldOf>
        <p><Button variant="outlined" :disabled="busy || !url" @click="attempt">Try it</Button></p>
        <Message
          v-if="tried"
          :severity="tried.taken ? 'success' : 'error'"
          size="small"
          variant="simple"
          role="status"
          >{{ tried.words }}</Message
        >
      </template>
      <p class="acts"><Button type="submit">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="180px" />
    <template #effect>
      <h2>What a sealed copy then proves</h2>
      <div class="card grid gap-2">
        <span class="flex gap-2"
          ><StopMark state="settled" :size="17" /> Who signed, and that nothing was changed since</span
        >
        <span class="flex gap-2"
          ><StopMark :state="on ? 'settled' : 'skipped'" :size="17" />
          {{ on ? 'That it was there at that time, whatever our clock says' : 'Its time by our own clock' }}</span
        >
      </div>
      <p class="small soft">
        The authority is told a hash, never what a paper says. While it doesn’t answer, copies wait for it, an hour at
        most; then they go out without a stamp, and the job says so.
      </p>
    </template>
  </SettingPage>
</template>
