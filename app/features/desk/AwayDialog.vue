<script setup lang="ts">
import { z } from 'zod'
import type { DeskVisit } from '~~/shared/out/desk'

/** Why somebody doesn't go in; it stands with their visit. */
const { visit } = defineProps<{ visit: DeskVisit }>()
const emit = defineEmits<{ close: []; away: [words: string] }>()
const form = reactive({ words: visit.reason })
const schema = z.object({ words: z.string().trim().min(1, 'Say why: it stands with their visit.').max(500) })
const send = ({ words }: { words: string }) => Promise.resolve(emit('away', words))
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    :header="`${visit.name} doesn’t go in`"
    :style="{ width: 'min(480px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <FieldOf name="words" label="Why"
        ><InputText v-model="form.words" maxlength="500" size="large" autofocus
      /></FieldOf>
      <p class="acts"><Button type="submit" size="large" :disabled="busy">Turn away</Button></p>
    </FormOf>
  </Dialog>
</template>
