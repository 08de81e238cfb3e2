<script setup lang="ts">
import { keepTemplate } from '~~/shared/marking'
import { useMarking } from './useMarking'

/** Keeps the file, its marks and parties as a template, under a name. */
const props = defineProps<{ paperId: string }>()
const keeping = defineModel<boolean>({ required: true })
const table = useMarking()
const { told } = storeToRefs(table)
const notices = useNotices()
const form = reactive({ name: '' })
watch(keeping, (on) => on && (form.name = table.view.title))
const key = newKey()
async function keep(body: { name: string }) {
  if (!(await table.flush())) throw new Error(told.value || 'What is on the table could not be kept yet.')
  await api(`/api/papers/${props.paperId}/marking/template`, { method: 'POST', body })
  keeping.value = false
  notices.say(`Kept as the template “${body.name}”. It is in the Library.`)
}
</script>

<template>
  <Dialog v-model:visible="keeping" modal header="Keep as a template" :style="{ width: '460px' }" :draggable="false">
    <FormOf v-slot="{ busy }" class="form" :schema="keepTemplate" :given="() => ({ ...form, key })" :send="keep">
      <FieldOf name="name" label="Name"><InputText v-model="form.name" autofocus maxlength="120" required /></FieldOf>
      <p class="soft small">
        The file, its marks and parties. Words typed for this job stay here; values come from each job anew.
      </p>
      <p><Button type="submit" :disabled="busy">Keep the template</Button></p>
    </FormOf>
  </Dialog>
</template>
