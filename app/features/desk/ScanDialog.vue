<script setup lang="ts">
import { nameOn, readScan, whoIsOn } from '~~/core/identity/scan'
import type { DeskVisit } from '~~/shared/out/desk'
import { useDesk } from './useDesk'

/** A document held under a reader that types: whoever is on it is found, or can be taken in with what it says. */
const emit = defineEmits<{ close: []; found: [visit: DeskVisit]; fresh: [who: { name: string; born: string }] }>()
const desk = useDesk()
const { data } = storeToRefs(desk)
const text = ref('')
const read = computed(() => readScan(text.value, Number(data.value!.today.slice(0, 4))))
const who = computed(() => (read.value ? whoIsOn(read.value, data.value!.visits, data.value!.day) : []))
const expired = computed(() => !!read.value?.expires && read.value.expires < data.value!.today)
const fresh = () => emit('fresh', { name: nameOn(read.value!), born: read.value!.born ?? '' })
</script>

<template>
  <Dialog
    visible
    modal
    header="Scan a document"
    :style="{ width: 'min(620px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <div class="grid gap-3">
      <label class="field"
        ><span>Hold the document under the reader; its code appears here</span
        ><Textarea
          v-model="text"
          rows="3"
          maxlength="3000"
          autofocus
          spellcheck="false"
          class="font-mono"
          aria-describedby="scan-kept"
      /></label>
      <p id="scan-kept" class="soft small">
        Only the name and the day of birth are kept, and only of somebody new. Nothing else of a document is.
      </p>
      <div aria-live="polite" class="grid gap-3">
        <template v-if="read">
          <p class="text-l">
            {{ nameOn(read) }}<span v-if="read.born" class="soft">, born {{ read.born }}</span>
          </p>
          <p v-if="read.badDigits.length" class="notice small">
            Its check digits don’t fit: {{ read.badDigits.join(', ') }}. Look at the document yourself.
          </p>
          <p v-if="expired" class="notice small">It has expired.</p>
          <p v-for="v in who" :key="v.jobId + v.contactId" class="acts">
            <Button size="large" @click="emit('found', v)">{{ v.name }}, {{ v.time || 'today' }}</Button>
          </p>
          <p class="acts">
            <span v-if="!who.length">Nobody of that name and age is expected.</span>
            <Button size="large" :variant="who.length ? 'text' : undefined" @click="fresh">Someone new</Button>
          </p>
        </template>
        <Message v-else-if="text.trim().length > 20" severity="error" size="small" variant="simple"
          >This is no passport, identity card or licence. Scan the lines at its foot, or the large barcode on its
          back.</Message
        >
      </div>
    </div>
  </Dialog>
</template>
