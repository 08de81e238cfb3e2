<script setup lang="ts">
import { ownPassword, ownPin } from '~~/shared/members'
import CurrentPassword from '~/features/settings/CurrentPassword.vue'
import MyKeys from '~/features/settings/MyKeys.vue'
import MySecond from '~/features/settings/MySecond.vue'
import FeedPart from '~/features/systems/FeedPart.vue'
import SettingPage from '~/features/settings/SettingPage.vue'

/** How one proves who one is: password, authenticator, keys of devices, PIN. */
useHead({ title: 'How I sign in · Upwold' })
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
  <SettingPage title="How I sign in">
    <MySecond class="mb-8" />
    <MyKeys class="mb-8" />
    <FeedPart class="mb-8" />
    <h2 class="mb-3">Password and PIN</h2>
    <FormOf
      v-slot="{ busy }"
      class="grid gap-3 max-w-100 mb-8"
      aria-label="My password"
      :schema="ownPassword"
      :given="() => word"
      :send="keepPassword"
    >
      <CurrentPassword v-model="word.current" label="The password you have now" />
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
      <CurrentPassword v-model="pin.current" />
      <FieldOf name="pin" label="The new PIN"
        ><InputText v-model="pin.pin" type="password" inputmode="numeric" maxlength="8" autocomplete="off"
      /></FieldOf>
      <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Change the PIN</Button></p>
    </FormOf>
  </SettingPage>
</template>
