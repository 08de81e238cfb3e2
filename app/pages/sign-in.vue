<script setup lang="ts">
definePageMeta({ layout: 'plain' })
useHead({ title: 'Sign in · Upwold' })
const email = ref(''),
  password = ref(''),
  problem = ref(''),
  busy = ref(false)
const session = useSession()
const route = useRoute()
async function submit() {
  busy.value = true
  problem.value = ''
  try {
    await api('/api/session', { method: 'POST', body: { email: email.value, password: password.value } })
    await session.load()
    const to = String(route.query.to ?? '/')
    const inside = /^\/(?![/\\])/.test(to) ? to : '/'
    // A signing page is drawn by the server.
    await navigateTo(inside, { external: inside.startsWith('/s/') })
  } catch (e) {
    problem.value = wordsOf(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="sign-in">
    <ContourLines />
    <h1>Upwold</h1>
    <p class="soft">Sign in to your business.</p>
    <form @submit.prevent="submit">
      <label class="field"
        ><span>E-mail</span><InputText v-model="email" type="email" autocomplete="username" required
      /></label>
      <label class="field"
        ><span>Password</span
        ><InputText
          v-model="password"
          type="password"
          autocomplete="current-password"
          required
          :aria-invalid="!!problem"
          aria-describedby="problem"
      /></label>
      <p id="problem" class="error" role="alert">{{ problem }}</p>
      <Button type="submit" size="large" :disabled="busy">Sign in</Button>
    </form>
  </div>
</template>

<style scoped>
.sign-in {
  max-width: 360px;
  margin: 8vh auto;
  padding: 0 20px;
  display: grid;
  gap: 6px;
}
h1 {
  font-size: var(--size-xxl);
}
form {
  display: grid;
  gap: 14px;
  margin-top: 18px;
}
</style>
