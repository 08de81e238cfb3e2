<script setup lang="ts">
import { browserSupportsWebAuthn } from '@simplewebauthn/browser'
import { passkeyFor } from '~~/shared/members'
import CurrentPassword from './CurrentPassword.vue'
import { useWaysIn } from './useSettings'

/** Keys of one's own devices: signed in with by a finger, a face or the device's own PIN, no password typed. */
const ways = useWaysIn()
ways.follow()
const notices = useNotices()
const asking = useAsking()
const { act } = useAct()
const able = ref(true)
onMounted(() => (able.value = browserSupportsWebAuthn()))
const adding = ref(false)
const form = reactive({ name: '', current: '' })
async function add(body: { name: string; current: string }) {
  if (!(await ways.addKey(body))) return
  notices.say(`${body.name} opens your account from now on.`)
  Object.assign(form, { name: '', current: '' })
  adding.value = false
}
async function remove(id: string, name: string) {
  if (await asking.ask(`Take the key of ${name} away? It opens nothing from then on.`, 'Take it away'))
    await act(() => ways.removeKey(id))
}
const day = (at: string | null) => (at ? new Date(at).toLocaleDateString('en-GB') : 'never yet')
</script>

<template>
  <section aria-labelledby="keys">
    <h2 id="keys" class="mb-2">Keys of your devices</h2>
    <ul v-if="ways.data?.passkeys.length" class="ledger w-full max-w-150 mb-3" aria-label="Keys">
      <li v-for="k in ways.data.passkeys" :key="k.id" class="flex flex-wrap gap-x-4 items-center min-h-11">
        <b class="grow">{{ k.name }}</b>
        <span class="soft small">last used {{ day(k.usedAt) }}</span>
        <Button size="small" variant="text" :aria-label="`Take ${k.name} away`" @click="remove(k.id, k.name)"
          >Take away</Button
        >
      </li>
    </ul>
    <p v-else class="soft mb-2">None. With one, a finger or a face signs you in on that device.</p>
    <FormOf
      v-if="adding"
      v-slot="{ busy }"
      class="grid gap-3 max-w-100"
      aria-label="A key of this device"
      :schema="passkeyFor"
      :given="() => form"
      :send="add"
    >
      <FieldOf name="name" label="What this device is called"
        ><InputText v-model="form.name" maxlength="60" placeholder="My phone" autofocus
      /></FieldOf>
      <CurrentPassword v-model="form.current" />
      <p class="acts">
        <Button type="submit" :disabled="busy">Add it</Button>
        <Button variant="text" @click="adding = false">Never mind</Button>
      </p>
    </FormOf>
    <Button v-else-if="able" variant="outlined" @click="adding = true">Add a key of this device</Button>
    <p v-else class="soft small">This browser has none to give.</p>
  </section>
</template>
