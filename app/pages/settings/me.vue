<script setup lang="ts">
import { ownPassword, ownPin } from '~~/shared/members'
import SettingPage from '~/features/settings/SettingPage.vue'

/** One's own password and PIN. */
useHead({ title: 'My password and PIN · Upwold' })
const notices = useNotices()
const word = reactive({ current: '', password: '' })
const pin = reactive({ current: '', pin: '' })
async function keepPassword(body: object) {
  await api('/api/account/password', { method: 'POST', body })
  Object.assign(word, { current: '', password: '' })
  notices.say('Changed. You are signed out everywhere but here.')
}
async function keepPin(body: object) {
  await api('/api/account/pin', { method: 'POST', body })
  Object.assign(pin, { current: '', pin: '' })
  notices.say('Your PIN is changed.')
}
</script>

<template>
  <SettingPage title="My password and PIN">
    <FormOf
      v-slot="{ busy }"
      class="grid gap-3 max-w-100 mb-8"
      aria-label="My password"
      :schema="ownPassword"
      :given="() => word"
      :send="keepPassword"
    >
      <FieldOf name="current" label="The password you have now"
        ><InputText v-model="word.current" type="password" maxlength="200" autocomplete="current-password"
      /></FieldOf>
      <FieldOf name="password" label="The new one"
        ><InputText v-model="word.password" type="password" maxlength="200" autocomplete="new-password"
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Change the password</Button></p>
    </FormOf>
    <FormOf
      v-slot="{ busy }"
      class="grid gap-3 max-w-100"
      aria-label="My PIN"
      :schema="ownPin"
      :given="() => pin"
      :send="keepPin"
    >
      <FieldOf name="current" label="Your password"
        ><InputText v-model="pin.current" type="password" maxlength="200" autocomplete="current-password"
      /></FieldOf>
      <FieldOf name="pin" label="The new PIN"
        ><InputText v-model="pin.pin" type="password" inputmode="numeric" maxlength="8" autocomplete="off"
      /></FieldOf>
      <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Change the PIN</Button></p>
    </FormOf>
  </SettingPage>
</template>
