<script setup lang="ts">
import { z } from 'zod'
import type { DeskVisit } from '~~/shared/out/desk'
import { newPerson, useGrown } from './grown'

/** Who of age comes with somebody who is under age: one of those who come, somebody else, or nobody. */
const { visit } = defineProps<{ visit: DeskVisit }>()
const emit = defineEmits<{ close: []; chosen: [withId: string | null] }>()
const grown = useGrown(visit)
const NOBODY = { value: '', label: 'Nobody: they come alone' }
const choices = computed(() => [...grown.value, NOBODY])
const form = reactive({
  withId: grown.value.find((g) => g.label === visit.guardian)?.value ?? choices.value[0]!.value,
  name: '',
})
const schema = z.object({ withId: z.string(), name: z.string().trim().max(200) })
async function send({ withId, name }: { withId: string; name: string }) {
  emit('chosen', name ? await newPerson(name) : withId || null)
}
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    :header="`Who comes with ${visit.name}?`"
    :style="{ width: 'min(520px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <Choice v-model="form.withId" label="They stay with" :options="choices" />
      <FieldOf name="name" label="or somebody else, by name"
        ><InputText v-model="form.name" maxlength="200" size="large"
      /></FieldOf>
      <p class="acts">
        <Button type="submit" size="large" :disabled="busy">{{ visit.name }} is here</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
