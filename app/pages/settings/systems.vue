<script setup lang="ts">
import SettingPage from '~/features/settings/SettingPage.vue'
import DeliveryList from '~/features/systems/DeliveryList.vue'
import SystemDialog from '~/features/systems/SystemDialog.vue'
import TokenPart from '~/features/systems/TokenPart.vue'
import { useSystems } from '~/features/systems/useSystems'
import type { SystemView, Tried } from '~~/shared/out/systems'

/** Which systems we talk to: those that are called or given files, and programs that come in here. */
useHead({ title: 'Which systems we talk to · Upwold' })
const systems = useSystems()
systems.follow()
const { data, problem } = storeToRefs(systems)
const session = useSession()
const owner = computed(() => session.data?.member?.role === 'owner')
const adding = ref(false)
const opened = ref('')
const { busy, act } = useAct()
const asking = useAsking()
const notices = useNotices()
const tried = ref<Record<string, Tried>>({})
const secret = ref('')
const events = computed(() => (data.value?.events ?? []).map((e) => ({ value: e.kind, label: e.words })))
const WHAT = { hook: 'takes calls', webdav: 'keeps files (WebDAV)', s3: 'keeps files (S3)' }
const says = (s: SystemView) =>
  [
    WHAT[s.kind],
    s.done ? `${s.done} given over` : 'nothing given over yet',
    ...(s.waiting ? [`${s.waiting} on the way`] : []),
    ...(s.refused ? [`${s.refused} refused`] : []),
    ...(s.overlap ? ['the secret before still signs for a day'] : []),
  ].join(', ')
const tryOut = (id: string) => act(async () => void (tried.value = { ...tried.value, [id]: await systems.tryOut(id) }))
const remove = (s: SystemView) =>
  act(async () => {
    if (!(await asking.ask(`Take “${s.name}” away? What waits for it isn’t given over.`, 'Take it away'))) return
    await systems.remove(s.id)
  })
const roll = (s: SystemView) =>
  act(async () => {
    if (!(await asking.ask(`A new secret for “${s.name}”? The one before signs beside it for a day.`, 'A new secret')))
      return
    secret.value = (await systems.roll(s.id)).secret
  })
const told = (s: SystemView, kinds: string[]) =>
  act(async () => {
    await systems.change(s.id, { events: kinds })
    notices.say('Kept. It holds for what occurs from now on.')
  })
</script>

<template>
  <SettingPage title="Which systems we talk to" :problem="problem">
    <template v-if="owner" #acts><Button class="ms-auto" @click="adding = true">Add a system</Button></template>
    <Skeleton v-if="!data" height="200px" />
    <template v-else>
      <ul v-if="data.rows.length" class="ledger" aria-label="Systems">
        <li v-for="s in data.rows" :key="s.id" class="py-3 grid gap-2">
          <div class="flex flex-wrap gap-x-4 gap-y-1 items-center">
            <ToggleSwitch
              :model-value="s.on"
              :disabled="busy || !owner"
              :aria-label="`${s.name} is on`"
              @update:model-value="act(() => systems.change(s.id, { on: $event }))"
            />
            <span class="flex-1 min-w-60"
              ><b>{{ s.name }}</b> <span class="small soft">{{ s.url }}</span><br /><span class="soft small">{{
                says(s)
              }}</span></span
            >
            <Button v-if="owner" variant="outlined" size="small" :disabled="busy || !s.on" @click="tryOut(s.id)"
              >Try it</Button
            >
            <Button
              variant="text"
              size="small"
              :aria-expanded="opened === s.id"
              @click="opened = opened === s.id ? '' : s.id"
              >{{ opened === s.id ? 'Close' : 'Open' }}</Button
            >
          </div>
          <p v-if="tried[s.id]" class="flex gap-2 items-start small" role="status">
            <StopMark :state="tried[s.id]!.status >= 200 && tried[s.id]!.status < 300 ? 'settled' : 'trouble'" />
            {{ tried[s.id]!.status ? `It answered ${tried[s.id]!.status} in ${tried[s.id]!.ms} ms. ` : ''
            }}{{ tried[s.id]!.said.slice(0, 200) }}
          </p>
          <div v-if="opened === s.id" class="grid gap-3 ps-4 border-s-2 border-s-hairline">
            <label v-if="s.kind === 'hook'" class="field max-w-130"
              ><span>It is told by itself when</span
              ><MultiSelect
                :model-value="s.events"
                :options="events"
                option-label="label"
                option-value="value"
                filter
                :disabled="!owner"
                placeholder="nothing: only what follow-ups send"
                :max-selected-labels="3"
                selected-items-label="{0} things occur"
                aria-label="It is told by itself when"
                @update:model-value="told(s, $event)"
            /></label>
            <DeliveryList :key="s.id" :system="s.id" may />
            <p v-if="owner" class="flex flex-wrap gap-2">
              <Button v-if="s.kind === 'hook'" variant="text" size="small" :disabled="busy" @click="roll(s)"
                >A new secret</Button
              ><Button variant="text" size="small" :disabled="busy" @click="remove(s)">Take it away</Button>
            </p>
          </div>
        </li>
      </ul>
      <EmptyList
        v-else
        words="None yet. One that takes calls is told what occurs; one that keeps files is given sealed copies and invoices."
      />
      <p v-if="data.neighbour" class="small soft mt-2">
        <a :href="data.neighbour" target="_blank" rel="noopener">The neighbour</a> stands in for other systems here.
      </p>
      <div class="mt-8"><TokenPart /></div>
    </template>
    <SystemDialog v-model:open="adding" />
    <Dialog
      :visible="!!secret"
      modal
      header="The new secret"
      class="w-[min(560px,calc(100vw-24px))]"
      @update:visible="secret = ''"
    >
      <p>It is shown this once. The one before signs beside it for a day.</p>
      <p>
        <code class="p-2 mt-2 bg-desk rounded-corner block">{{ secret }}</code>
      </p>
    </Dialog>
  </SettingPage>
</template>
