<script setup lang="ts">
definePageMeta({ layout: 'plain' })
useHead({ title: 'Hand it back' })
const pin = ref(''),
  problem = ref(''),
  busy = ref(false)
const session = useSession()
async function back() {
  busy.value = true
  problem.value = ''
  try {
    const { path } = await api<{ path: string }>('/api/handover', { method: 'DELETE', body: { pin: pin.value } })
    await session.load()
    await navigateTo(path)
  } catch (e) {
    problem.value = wordsOf(e)
    pin.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="back">
    <ContourLines />
    <h1>Please hand the device back</h1>
    <p class="soft">
      It belongs to {{ session.data?.business?.name }}. {{ session.data?.member?.name }} goes on from here with their
      PIN.
    </p>
    <form @submit.prevent="back">
      <label class="field"
        ><span>PIN of {{ session.data?.member?.name }}</span
        ><InputText
          v-model="pin"
          type="password"
          inputmode="numeric"
          autocomplete="off"
          required
          :aria-invalid="!!problem"
          aria-describedby="pin-problem"
      /></label>
      <p id="pin-problem" class="error" role="alert">{{ problem }}</p>
      <Button type="submit" size="large" :disabled="busy">Take it back</Button>
    </form>
  </div>
</template>

<style scoped>
.back {
  max-width: 400px;
  margin: 10vh auto;
  padding: 0 20px;
  display: grid;
  gap: 12px;
}
form {
  display: grid;
  gap: 12px;
}
</style>
