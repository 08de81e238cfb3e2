<script setup lang="ts">
import { secondOff, secondOn } from '~~/shared/members'
import type { SecondBegun } from '~~/shared/out/members'
import CurrentPassword from './CurrentPassword.vue'
import { useWaysIn } from './useSettings'

/** The authenticator: a code besides the password, turned on with it in the hand, with spare codes for when it is lost. */
const ways = useWaysIn()
ways.follow()
const notices = useNotices()
const { busy, act } = useAct()
const begun = ref<SecondBegun | null>(null)
const codes = ref<string[]>([])
const leaving = ref(false)
const form = reactive({ current: '', code: '' })
const begin = () => act(async () => (begun.value = await ways.beginSecond()))
async function turnOn(body: object) {
  codes.value = await ways.turnOnSecond(body)
  begun.value = null
  Object.assign(form, { current: '', code: '' })
}
async function turnOff(body: object) {
  await ways.turnOffSecond(body)
  leaving.value = false
  form.current = ''
  notices.say('Signing in asks for no code any more.')
}
const text = computed(() => codes.value.join('\n'))
const copy = () =>
  act(async () => {
    await navigator.clipboard.writeText(text.value)
    notices.say('Copied. Keep them where this device isn’t.')
  })
</script>

<template>
  <section aria-labelledby="second">
    <h2 id="second" class="mb-2">A code besides the password</h2>
    <div v-if="codes.length" class="notice" role="status">
      <p class="strong mb-2">
        It is on. These open once each, should you lose your authenticator. They aren’t shown again.
      </p>
      <pre class="tabular-nums leading-7 select-all">{{ text }}</pre>
      <p class="acts mt-2">
        <Button size="small" @click="copy">Copy them</Button>
        <Button size="small" variant="text" @click="codes = []">I have kept them</Button>
      </p>
    </div>
    <FormOf
      v-else-if="begun"
      v-slot="{ busy: sending }"
      class="grid gap-3 max-w-100"
      aria-label="Turn it on"
      :schema="secondOn"
      :given="() => ({ ...form, sealed: begun!.sealed })"
      :send="turnOn"
    >
      <p>Have your authenticator read this, or type {{ begun.secret }} into it.</p>
      <QrImage :text="begun.address" />
      <FieldOf name="code" label="The six digits it shows"
        ><InputText v-model="form.code" inputmode="numeric" autocomplete="one-time-code" maxlength="6"
      /></FieldOf>
      <CurrentPassword v-model="form.current" />
      <p class="acts">
        <Button type="submit" :disabled="sending">Turn it on</Button>
        <Button variant="text" @click="begun = null">Never mind</Button>
      </p>
    </FormOf>
    <FormOf
      v-else-if="leaving"
      v-slot="{ busy: sending }"
      class="grid gap-3 max-w-100"
      aria-label="Turn it off"
      :schema="secondOff"
      :given="() => form"
      :send="turnOff"
    >
      <CurrentPassword v-model="form.current" />
      <p class="acts">
        <Button type="submit" variant="outlined" :disabled="sending">Turn it off</Button>
        <Button variant="text" @click="leaving = false">Never mind</Button>
      </p>
    </FormOf>
    <template v-else-if="ways.data">
      <p v-if="ways.data.second" class="mb-2">
        On. {{ ways.data.spare }} spare {{ ways.data.spare === 1 ? 'code is' : 'codes are' }} left.
      </p>
      <p v-else class="soft mb-2">Off. A stolen password opens nothing while it is on.</p>
      <p class="acts">
        <Button v-if="!ways.data.second" variant="outlined" :disabled="busy" @click="begin">Turn it on</Button>
        <template v-else>
          <Button variant="outlined" :disabled="busy" @click="begin">Another authenticator, new spare codes</Button>
          <Button variant="text" @click="leaving = true">Turn it off</Button>
        </template>
      </p>
    </template>
  </section>
</template>
