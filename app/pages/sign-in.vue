<script setup lang="ts">
import { signInWith } from '~~/shared/account'
import { forgotten } from '~~/shared/members'
import {
  type PublicKeyCredentialRequestOptionsJSON,
  browserSupportsWebAuthn,
  startAuthentication,
} from '@simplewebauthn/browser'
import { ApiProblem } from '~/composables/api'
import { askKey } from '~/features/settings/keys'

definePageMeta({ layout: 'plain' })
useHead({ title: 'Sign in · Upwold' })
const form = reactive({ email: '', password: '', code: '' })
/** The password was right, and an authenticator's code is asked for, too. */
const second = ref(false)
const session = useSession()
const route = useRoute()
const keys = ref(false)
onMounted(() => (keys.value = browserSupportsWebAuthn()))
const asking = ref(false)
const asked = ref(false)
async function forget(body: object) {
  await api('/api/forgotten', { method: 'POST', body })
  asked.value = true
}
async function enter(body: object) {
  try {
    await api('/api/session', { method: 'POST', body })
  } catch (e) {
    if (!(e instanceof ApiProblem) || e.extra.reason !== 'code') throw e
    second.value = true
    return
  }
  await goOn()
}
const { busy: touching, act } = useAct()
const withKey = () =>
  act(async () => {
    const { options } = await api<{ options: PublicKeyCredentialRequestOptionsJSON }>('/api/session/passkey/begin', {
      method: 'POST',
    })
    const response = await askKey(() => startAuthentication({ optionsJSON: options }))
    if (!response) return
    await api('/api/session/passkey', { method: 'POST', body: { response } })
    await goOn()
  })
async function goOn() {
  await session.load()
  const to = String(route.query.to ?? '/')
  const inside = /^\/(?![/\\])/.test(to) ? to : '/'
  // A signing page is drawn by the server.
  await navigateTo(inside, { external: inside.startsWith('/s/') })
}
</script>

<template>
  <div class="max-w-90 my-[8vh] mx-auto py-0 px-5 grid gap-1.5">
    <ContourLines />
    <h1 class="text-xxl">Upwold</h1>
    <p class="soft">Sign in to your business.</p>
    <p v-if="session.data?.begun === false" class="notice" role="status">
      There is no business here yet. Open the address that was printed where Upwold was started.
    </p>
    <FormOf
      v-slot="{ busy }"
      class="grid gap-3.5 mt-4.5"
      :schema="signInWith"
      :given="() => ({ ...form, code: form.code || undefined })"
      :send="enter"
    >
      <FieldOf name="email" label="E-mail"
        ><InputText v-model="form.email" type="email" autocomplete="username" required
      /></FieldOf>
      <FieldOf name="password" label="Password"
        ><InputText v-model="form.password" type="password" autocomplete="current-password" required
      /></FieldOf>
      <FieldOf v-if="second" name="code" label="The code your authenticator shows, or a spare one"
        ><InputText v-model="form.code" inputmode="text" autocomplete="one-time-code" maxlength="20" autofocus
      /></FieldOf>
      <Button type="submit" size="large" :disabled="busy">Sign in</Button>
    </FormOf>
    <p class="mt-3 acts">
      <Button v-if="keys" variant="outlined" size="small" :disabled="touching" @click="withKey"
        >Use a key of this device</Button
      >
      <Button v-if="!asking" variant="text" size="small" @click="asking = true">I forgot my password</Button>
    </p>
    <FormOf
      v-if="asking && !asked"
      v-slot="{ busy }"
      class="grid gap-3"
      aria-label="A new password"
      :schema="forgotten"
      :given="() => ({ email: form.email })"
      :send="forget"
    >
      <p class="soft small">A link for a new one goes to the address above, where it is a member’s.</p>
      <Button type="submit" variant="outlined" :disabled="busy">Send the link</Button>
    </FormOf>
    <p v-if="asked" class="notice" role="status">
      If {{ form.email }} is a member’s address, a link is on its way. It opens once, within half an hour.
    </p>
  </div>
</template>
