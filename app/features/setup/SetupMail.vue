<script setup lang="ts">
import type { MailTried } from '~~/shared/out/setup'

/** A mail server as it is typed, tried by a letter to oneself. `base` is the address of the route that tries it. */
const props = defineProps<{
  mail: { later?: boolean; host: string; port: string; user: string; password: string; from: string }
  to: string
  base: string
  /** There is a password already: an empty field keeps it. */
  kept?: boolean
}>()
const mail = toRef(props, 'mail')
const tried = ref<MailTried | null>(null)
const { busy, act } = useAct()
const attempt = () =>
  act(async () => {
    tried.value = null
    const { later: _, ...given } = mail.value
    const body = { mail: { ...given, from: given.from || props.to }, to: props.to }
    tried.value = await api<MailTried>(`${props.base}/mail`, { method: 'POST', body })
  })
</script>

<template>
  <OneOf
    v-if="mail.later !== undefined"
    :model-value="mail.later ? 'later' : 'now'"
    label="When it is set"
    :options="[
      { value: 'later', label: 'later' },
      { value: 'now', label: 'by this server' },
    ]"
    @update:model-value="mail.later = $event === 'later'"
  />
  <template v-if="!mail.later">
    <div class="grid gap-2.5 grid-cols-[minmax(0,1fr)_90px]">
      <FieldOf name="mail.host" label="Server"
        ><InputText v-model="mail.host" maxlength="253" placeholder="smtp.business.example"
      /></FieldOf>
      <FieldOf name="mail.port" label="Port"
        ><InputText v-model="mail.port" inputmode="numeric" maxlength="5"
      /></FieldOf>
    </div>
    <div class="grid gap-2.5 grid-cols-2">
      <FieldOf name="mail.user" label="User"
        ><InputText v-model="mail.user" maxlength="320" autocomplete="off"
      /></FieldOf>
      <FieldOf name="mail.password" :label="kept ? 'Password, empty to keep it' : 'Password'"
        ><InputText v-model="mail.password" type="password" maxlength="500" autocomplete="off"
      /></FieldOf>
    </div>
    <FieldOf name="mail.from" label="Letters are from"
      ><InputText v-model="mail.from" type="email" maxlength="320" :placeholder="to || 'hello@business.example'"
    /></FieldOf>
    <p class="acts">
      <Button variant="outlined" :disabled="busy || !mail.host || !to" @click="attempt"
        >Try it, to {{ to || 'you' }}</Button
      >
    </p>
    <Message v-if="tried" :severity="tried.taken ? 'success' : 'error'" size="small" variant="simple" role="status">{{
      tried.words
    }}</Message>
  </template>
  <p v-else class="soft small">
    Until then letters wait, and nothing leaves this machine. People sign by links you hand over, or here.
  </p>
</template>
