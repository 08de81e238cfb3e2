<script setup lang="ts">
import { textRequest } from '~~/core/text/request'
import type { MailTried } from '~~/shared/out/setup'
import { keepTexts } from '~~/shared/texts'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** How texts go out: by any service that takes them over https, told as it wants to be told; tried by a text to oneself. */
useHead({ title: 'How our texts go out · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const notices = useNotices()
const { busy, act } = useAct()
const on = ref(false)
const to = ref('')
const tried = ref<MailTried | null>(null)
const USUAL = '{\n  "to": "{to}",\n  "from": "{from}",\n  "text": "{text}"\n}'
const form = reactive({ url: '', kind: 'json' as 'json' | 'form', body: USUAL, headers: '', from: '' })
const { send } = useKept({
  kept: () => data.value?.texts,
  form: () => [on.value, form],
  take: (texts) => {
    on.value = !!texts
    if (!texts) return void (form.from ||= data.value!.facts.name.slice(0, 11))
    const { kept: _, ...rest } = texts
    Object.assign(form, rest, { headers: '' })
  },
})
watch(
  () => form.kind,
  (kind) => {
    if (kind === 'form' && form.body === USUAL) form.body = 'to={to}&from={from}&text={text}'
    else if (kind === 'json' && form.body.startsWith('to={to}')) form.body = USUAL
  },
)
const given = () => ({ texts: on.value ? { ...form } : null })
async function keep(body: object) {
  await send((headers) => business.keep('texts', body, headers))
  notices.say(on.value ? 'Texts go out by this service now.' : 'No texts go out.')
}
const attempt = () =>
  act(async () => {
    tried.value = null
    tried.value = await api<MailTried>('/api/business/texts', {
      method: 'POST',
      body: { texts: { ...form }, to: to.value },
    })
  })
const sample = computed(() =>
  textRequest(form.body, form.kind, {
    to: '+44 1632 960100',
    from: form.from,
    text: `${data.value?.facts.name ?? ''}: Your quote for Fri 12 June\nhttps://…`,
  }),
)
</script>

<template>
  <SettingPage title="How our texts go out" says="to phones" :problem="problem">
    <FormOf v-if="data" class="grid gap-3 max-w-150" :schema="keepTexts" :given="given" :send="keep">
      <OneOf
        :model-value="on ? 'on' : 'off'"
        label="Texts"
        :options="[
          { value: 'off', label: 'none go out' },
          { value: 'on', label: 'by a service of ours' },
        ]"
        @update:model-value="on = $event === 'on'"
      />
      <template v-if="on">
        <FieldOf name="texts.url" label="Address the service is asked at"
          ><InputText v-model="form.url" maxlength="500" placeholder="https://texts.example/send"
        /></FieldOf>
        <FieldOf name="texts.from" label="Who texts are from"><InputText v-model="form.from" maxlength="40" /></FieldOf>
        <OneOf
          v-model="form.kind"
          label="It is told as"
          :options="[
            { value: 'json', label: 'JSON' },
            { value: 'form', label: 'form' },
          ]"
        />
        <FieldOf name="texts.body" label="What it is told, with {to}, {from} and {text}"
          ><Textarea v-model="form.body" rows="5" auto-resize maxlength="2000" spellcheck="false"
        /></FieldOf>
        <FieldOf
          name="texts.headers"
          :label="data.texts?.kept ? 'What proves us to it; empty keeps it' : 'What proves us to it'"
          ><Textarea
            v-model="form.headers"
            rows="2"
            auto-resize
            maxlength="2000"
            spellcheck="false"
            placeholder="Authorization: Bearer …"
        /></FieldOf>
        <div class="flex flex-wrap gap-2 items-end">
          <label class="field"
            ><span class="label">A number of yours</span><InputText v-model="to" type="tel" maxlength="40"
          /></label>
          <Button variant="outlined" :disabled="busy || !form.url || !to" @click="attempt">Try it</Button>
        </div>
        <Message
          v-if="tried"
          :severity="tried.taken ? 'success' : 'error'"
          size="small"
          variant="simple"
          role="status"
          >{{ tried.words }}</Message
        >
      </template>
      <p v-else class="soft small">People are reached by mail, by links you hand over, or here.</p>
      <p class="acts"><Button type="submit">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="240px" />
    <template #effect>
      <h2>What the service gets</h2>
      <div class="card">
        <pre class="small whitespace-pre-wrap wrap-anywhere">{{ on ? sample : 'Nothing.' }}</pre>
      </div>
      <p class="small soft">
        Nothing is said to it before it is private (https). What it answers to a text it refuses stands with whoever was
        to get it; what fails for now is tried again.
      </p>
    </template>
  </SettingPage>
</template>
