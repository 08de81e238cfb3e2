<script setup lang="ts">
import { takeBack } from '~~/shared/account'

definePageMeta({ layout: 'plain' })
useHead({ title: 'Hand it back' })
const form = reactive({ pin: '' })
const session = useSession()
async function back(body: object) {
  const { path } = await api<{ path: string }>('/api/handover', { method: 'DELETE', body })
  await session.load()
  const from = sessionStorage.getItem('back-to')
  sessionStorage.removeItem('back-to')
  await navigateTo(from ?? path)
}
</script>

<template>
  <div class="max-w-100 my-[10vh] mx-auto py-0 px-5 grid gap-3">
    <ContourLines />
    <h1>Please hand the device back</h1>
    <p class="soft">
      It belongs to {{ session.data?.business?.name }}. {{ session.data?.member?.name }} goes on from here with their
      PIN.
    </p>
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="takeBack" :given="() => form" :send="back">
      <FieldOf name="pin" :label="`PIN of ${session.data?.member?.name}`"
        ><InputText v-model="form.pin" type="password" inputmode="numeric" autocomplete="off" required
      /></FieldOf>
      <Button type="submit" size="large" :disabled="busy">Take it back</Button>
    </FormOf>
  </div>
</template>
