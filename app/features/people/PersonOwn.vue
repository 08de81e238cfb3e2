<script setup lang="ts">
import { usePerson } from './usePerson'

/** A person's own page: its address is sent, renewed, and it is looked at as they see it. */
const store = usePerson()
const { data: view } = storeToRefs(store)
const session = useSession()
const notices = useNotices()
const asking = useAsking()
const { busy, act } = useAct()
const send = (renew: boolean) =>
  act(async () => {
    const words = 'Give the page another address? The one they have opens nothing any more.'
    if (renew && !(await asking.ask(words, 'Another address'))) return
    await store.sendOwn(renew)
    notices.say(`It goes to ${view.value.person.email}.`)
  })
const says = computed(() => {
  const { own, today } = view.value
  if (!own) return 'They have none yet. It shows what is to sign and to pay, and all that is kept for them.'
  if (!own.seenAt) return `Sent ${whenWords(own.sentAt!, today)}, not opened yet.`
  return `Last seen ${whenWords(own.seenAt, today)}, on ${own.seenOn}.`
})
</script>

<template>
  <section aria-labelledby="own" class="card grid gap-2">
    <h2 id="own">Their own page</h2>
    <p class="small">{{ says }}</p>
    <p class="flex flex-wrap gap-2">
      <Button
        v-if="session.may('send') && view.person.email"
        variant="outlined"
        :disabled="busy"
        @click="send(false)"
        >{{ view.own ? 'Send the link again' : 'Send the link' }}</Button
      >
      <LinkButton v-if="session.may('money')" :to="`/people/${view.person.id}/own`">See it</LinkButton>
      <Button v-if="view.own && session.may('send')" variant="text" :disabled="busy" @click="send(true)"
        >Another address…</Button
      >
    </p>
  </section>
</template>
