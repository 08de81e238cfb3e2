<script setup lang="ts">
import { newTask } from '~~/shared/tasks'
import { useMembers } from '../settings/useSettings'
import { useTasks } from './useTasks'

/** A task is given: what, by when, to whom; on a job where it is given there. */
const { jobId = null } = defineProps<{ jobId?: string | null }>()
const emit = defineEmits<{ done: [] }>()
const tasks = useTasks()
const members = useMembers()
const form = reactive({ words: '', day: '', memberId: '' })
const given = () => ({ words: form.words, day: form.day || null, memberId: form.memberId || null, jobId })
const whose = computed(() => [
  { value: '', label: 'whoever has time' },
  ...(members.data?.members ?? []).map((m) => ({ value: m.id, label: m.you ? `${m.name} (you)` : m.name })),
])
async function give(body: object) {
  await tasks.give(body)
  Object.assign(form, { words: '', day: '' })
  emit('done')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="card grid gap-2.5 mt-2.5"
    aria-label="A task"
    :schema="newTask"
    :given="given"
    :send="give"
  >
    <FieldOf name="words" label="What is to be done"
      ><InputText v-model="form.words" maxlength="300" placeholder="Load the van" autofocus
    /></FieldOf>
    <div class="pairs">
      <FieldOf name="day" label="By"><WhenField v-model="form.day" kind="day" /></FieldOf>
      <FieldOf name="memberId"><Choice v-model="form.memberId" label="Whose" :options="whose" /></FieldOf>
    </div>
    <Button type="submit" :disabled="busy">Give the task</Button>
  </FormOf>
</template>
