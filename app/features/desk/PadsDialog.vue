<script setup lang="ts">
import { padCode } from '~~/shared/desk'
import { usePads } from './usePads'

/** The second screens of this desk: taken by the code they show, chosen, let go. */
const emit = defineEmits<{ close: [] }>()
const pads = usePads()
const { all, here } = storeToRefs(pads)
const { busy, act } = useAct()
const form = reactive({ code: '' })
const address = computed(() => `${window.location.host}/pad`)
async function take({ code }: { code: string }) {
  await pads.take(code)
  form.code = ''
}
const letGo = (id: string) => act(() => pads.letGo(id))
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    header="A pad beside the desk"
    :style="{ width: 'min(560px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <div class="grid gap-4">
      <ul v-if="all.length" class="ledger w-full" aria-label="Pads">
        <li v-for="(p, i) in all" :key="p.id" class="flex gap-3 items-center min-h-14">
          <StopMark :state="!p.begun ? 'not-yet' : p.who ? 'theirs' : 'settled'" :size="20" />
          <span class="flex-1 min-w-0 ellipsis"
            ><b>Pad {{ i + 1 }}</b>
            <span class="soft">{{ !p.begun ? ', begins' : p.who ? `, ${p.who}` : ', shows nothing' }}</span></span
          >
          <span v-if="all.length > 1 && here?.id === p.id" class="soft">at this desk</span>
          <Button v-else-if="all.length > 1" variant="text" @click="pads.chosen = p.id">Use it here</Button>
          <Button variant="outlined" :disabled="busy" :aria-label="`Let pad ${i + 1} go`" @click="letGo(p.id)"
            >Let it go</Button
          >
        </li>
      </ul>
      <FormOf v-slot="{ busy: sending }" class="grid gap-3" :schema="padCode" :given="() => form" :send="take">
        <p class="text-l">
          Open <b>{{ address }}</b> on another tablet. It shows a code; type it here. From then on that screen shows
          what you send there, and nothing else.
        </p>
        <FieldOf name="code" label="Code on the other screen"
          ><InputText
            v-model="form.code"
            size="large"
            maxlength="12"
            autocomplete="off"
            autocapitalize="characters"
            spellcheck="false"
            autofocus
        /></FieldOf>
        <p class="acts"><Button type="submit" size="large" :disabled="sending">Take it as a pad</Button></p>
      </FormOf>
    </div>
  </Dialog>
</template>
