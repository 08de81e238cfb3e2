<script setup lang="ts">
import { useMarking } from './useMarking'

/** Keeps the file, its marks and parties as a template, under a name. */
const props = defineProps<{ paperId: string }>()
const keeping = defineModel<boolean>({ required: true })
const table = useMarking()
const { told } = storeToRefs(table)
const notices = useNotices()
const { busy, act } = useAct()
const templateName = ref('')
watch(keeping, (on) => on && (templateName.value = table.view.title))
const keepTemplate = () =>
  act(async () => {
    if (!(await table.flush())) throw new Error(told.value || 'What is on the table could not be kept yet.')
    const body = { name: templateName.value, key: newKey() }
    await api(`/api/papers/${props.paperId}/marking/template`, { method: 'POST', body })
    keeping.value = false
    notices.say(`Kept as the template “${templateName.value}”. It is in the Library.`)
  })
</script>

<template>
  <Dialog v-model:visible="keeping" modal header="Keep as a template" :style="{ width: '460px' }" :draggable="false">
    <form class="form" @submit.prevent="keepTemplate">
      <label class="field"
        ><span>Name</span><InputText v-model="templateName" autofocus maxlength="120" required
      /></label>
      <p class="soft small">
        The file, its marks and parties. Words typed for this job stay here; values come from each job anew.
      </p>
      <p><Button type="submit" :disabled="busy">Keep the template</Button></p>
    </form>
  </Dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 12px;
}
</style>
