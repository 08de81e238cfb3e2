<script setup lang="ts">
import { signInWith } from '~~/shared/account'
import { forgotten } from '~~/shared/members'

definePageMeta({ layout: 'plain' })
useHead({ title: 'Sign in · Upwold' })
const form = reactive({ email: '', password: '' })
const session = useSession()
const route = useRoute()
const asking = ref(false)
const asked = ref(false)
async function forget(body: object) {
  await api('/api/forgotten', { method: 'POST', body })
  asked.value = true
}
async function enter(body: object) {
  await api('/api/session', { method: 'POST', body })
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
    <FormOf v-slot="{ busy }" class="grid gap-3.5 mt-4.5" :schema="signInWith" :given="() => form" :send="enter">
      <FieldOf name="email" label="E-mail"
        ><InputText v-model="form.email" type="email" autocomplete="username" required
      /></FieldOf>
      <FieldOf name="password" label="Password"
        ><InputText v-model="form.password" type="password" autocomplete="current-password" required
      /></FieldOf>
      <Button type="submit" size="large" :disabled="busy">Sign in</Button>
    </FormOf>
    <p class="mt-3">
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
