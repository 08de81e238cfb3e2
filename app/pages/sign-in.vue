<script setup lang="ts">
import { signInWith } from '~~/shared/account'

definePageMeta({ layout: 'plain' })
useHead({ title: 'Sign in · Upwold' })
const form = reactive({ email: '', password: '' })
const session = useSession()
const route = useRoute()
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
    <FormOf v-slot="{ busy }" class="grid gap-3.5 mt-4.5" :schema="signInWith" :given="() => form" :send="enter">
      <FieldOf name="email" label="E-mail"
        ><InputText v-model="form.email" type="email" autocomplete="username" required
      /></FieldOf>
      <FieldOf name="password" label="Password"
        ><InputText v-model="form.password" type="password" autocomplete="current-password" required
      /></FieldOf>
      <Button type="submit" size="large" :disabled="busy">Sign in</Button>
    </FormOf>
  </div>
</template>
