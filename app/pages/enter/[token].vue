<script setup lang="ts">
import { z } from 'zod'
import type { DoorView } from '~~/shared/out/members'
import { ApiProblem } from '~/composables/api'
import { newPassword, newPin } from '~~/shared/setup'

/** A member's way in by a link: an invitation, or a new password. */
definePageMeta({ layout: 'plain' })
useHead({ title: 'Come in · Upwold' })
const base = `/api/enter/${String(useRoute().params.token)}`
const session = useSession()
const door = ref<DoorView | null>(null)
const problem = ref('')
onMounted(async () => {
  try {
    door.value = await api<DoorView>(base)
  } catch (e) {
    problem.value = wordsOf(e)
  }
})
const form = reactive({ password: '', pin: '', code: '' })
/** An authenticator's code is asked for, too. */
const second = ref(false)
const invited = computed(() => door.value?.purpose === 'invited')
const schema = computed(() =>
  z.object({ password: newPassword, pin: invited.value ? newPin : z.literal(null), code: z.string().optional() }),
)
const given = () => ({ password: form.password, pin: invited.value ? form.pin : null, code: form.code || undefined })
async function enter(body: object) {
  try {
    await api(base, { method: 'POST', body })
  } catch (e) {
    if (!(e instanceof ApiProblem) || e.extra.reason !== 'code') throw e
    second.value = true
    return
  }
  await session.load()
  await navigateTo('/')
}
</script>

<template>
  <div class="max-w-100 my-[8vh] mx-auto py-0 px-5 grid gap-1.5">
    <ContourLines />
    <h1 class="text-xxl">{{ door?.business ?? 'Upwold' }}</h1>
    <p v-if="problem" class="notice trouble" role="alert">
      {{ problem }} <NuxtLink to="/sign-in">To signing in</NuxtLink>
    </p>
    <template v-else-if="door">
      <p class="soft">
        {{
          invited
            ? `Hello ${door.name}. Choose a password and a PIN, and you are in.`
            : `Hello ${door.name}. Choose a new password; everywhere else you are signed out.`
        }}
      </p>
      <FormOf v-slot="{ busy }" class="grid gap-3.5 mt-4.5" :schema="schema" :given="given" :send="enter">
        <FieldOf name="password" label="Password"
          ><InputText v-model="form.password" type="password" maxlength="200" autocomplete="new-password" autofocus
        /></FieldOf>
        <FieldOf v-if="invited" name="pin" label="PIN, for taking a device back"
          ><InputText v-model="form.pin" type="password" inputmode="numeric" maxlength="8" autocomplete="off"
        /></FieldOf>
        <FieldOf v-if="second" name="code" label="The code your authenticator shows, or a spare one"
          ><InputText v-model="form.code" autocomplete="one-time-code" maxlength="20"
        /></FieldOf>
        <Button type="submit" size="large" :disabled="busy">Come in</Button>
      </FormOf>
    </template>
    <Skeleton v-else height="160px" />
  </div>
</template>
