<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import type { SameLook } from '~~/shared/out/person'
import { usePerson } from './usePerson'

/** Somebody turns out to be this person: what would move is looked at, and which facts count is chosen, before it is done. */
const emit = defineEmits<{ close: [] }>()
const store = usePerson()
const { data: view } = storeToRefs(store)
const notices = useNotices()
const { busy, act } = useAct()
const other = ref<ContactView | null>(null)
const look = ref<SameLook | null>(null)
/** Whose fact counts, by its key. */
const counts = ref<Record<string, 'kept' | 'gone'>>({})
watch(other, (one) => {
  look.value = null
  if (one)
    void act(async () => {
      const seen = await store.lookAtSame(one.id)
      counts.value = Object.fromEntries(seen.facts.map((f) => [f.key, f.kept ? 'kept' : 'gone']))
      look.value = seen
    })
})
const same = () =>
  act(async () => {
    const take = Object.entries(counts.value)
      .filter(([, whose]) => whose === 'gone')
      .map(([key]) => key)
    const { id } = await store.same(other.value!.id, take)
    emit('close')
    notices.say(`They are one now: ${view.value.person.name}.`, { undo: () => store.apart(id).then(() => {}) })
  })
</script>

<template>
  <Dialog
    visible
    modal
    :header="`Who is the same as ${view.person.name}?`"
    class="w-[min(640px,calc(100vw-24px))]"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <div class="grid gap-4">
      <ClientPicker v-model="other" label="The other record" autofocus />
      <template v-if="look && other">
        <p v-if="look.against" class="notice trouble" role="alert">{{ look.against }}</p>
        <template v-else>
          <p>
            Everything of the other stands here from then on{{ look.moves.length ? `: ${look.moves.join(', ')}` : '' }}.
            Signed papers and invoices stay as they were.
          </p>
          <fieldset v-for="f in look.facts" :key="f.key" class="grid gap-1 border-0 p-0 m-0">
            <legend class="label">{{ f.label }}</legend>
            <label v-for="whose in ['kept', 'gone'] as const" :key="whose" class="row min-w-0"
              ><RadioButton v-model="counts[f.key]" :name="f.key" :value="whose" />
              <span class="wrap-anywhere whitespace-pre-line" :class="{ soft: !f[whose] }">{{
                f[whose] || 'nothing'
              }}</span></label
            >
          </fieldset>
          <p class="soft small">It can be undone for 30 days.</p>
          <p class="acts"><Button :disabled="busy" @click="same">They are one</Button></p>
        </template>
      </template>
    </div>
  </Dialog>
</template>
