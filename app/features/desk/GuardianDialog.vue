<script setup lang="ts">
import { z } from 'zod'
import type { DeskVisit } from '~~/shared/out/desk'
import { newPerson, useGrown } from './grown'
import { useDesk } from './useDesk'

/** Who signs for somebody under age: one of those who are here, or somebody who is added for it. */
const { visit } = defineProps<{ visit: DeskVisit }>()
const emit = defineEmits<{ close: []; chosen: [guardianId: string, also: string[]] }>()
const { data } = storeToRefs(useDesk())
const grown = useGrown(visit)
/** Other children who need somebody, too: one signing is enough for all of them. */
const others = computed(() =>
  data.value!.visits.filter(
    (v) =>
      v.jobId === visit.jobId && v.contactId !== visit.contactId && v.step === 'guardian' && v.state === 'expected',
  ),
)
const also = ref<string[]>([])
const form = reactive({ guardianId: grown.value[0]?.value ?? '', name: '' })
const schema = z
  .object({ guardianId: z.string(), name: z.string().trim().max(200) })
  .refine((f) => f.name || f.guardianId, { message: 'Say who signs for them.', path: ['name'] })
async function send({ guardianId, name }: { guardianId: string; name: string }) {
  if (!name) return emit('chosen', guardianId, also.value)
  emit('chosen', await newPerson(name), also.value)
}
</script>

<template>
  <Dialog
    class="reach"
    visible
    modal
    :header="`Who signs for ${visit.name}?`"
    :style="{ width: 'min(520px, 96vw)' }"
    :draggable="false"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="send">
      <Choice v-if="grown.length" v-model="form.guardianId" label="One of those who come" :options="grown" />
      <FieldOf name="name" :label="grown.length ? 'or somebody else, by name' : 'Their name'"
        ><InputText v-model="form.name" maxlength="200" size="large"
      /></FieldOf>
      <fieldset v-if="others.length" class="border-0 p-0">
        <legend class="strong">In the same go for</legend>
        <label v-for="o in others" :key="o.contactId" class="flex gap-3 items-center min-h-12"
          ><Checkbox v-model="also" :value="o.contactId" /><span>{{ o.name }}, {{ o.age }}</span></label
        >
      </fieldset>
      <p class="acts"><Button type="submit" size="large" :disabled="busy">They sign for them</Button></p>
    </FormOf>
  </Dialog>
</template>
