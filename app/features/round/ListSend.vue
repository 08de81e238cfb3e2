<script setup lang="ts">
import { z } from 'zod'
import { readList } from '~~/core/lists/read'
import { encodingOf, textOf } from '~~/core/tables/table'
import type { ContactView } from '~~/shared/jobs'
import type { TemplateRow } from '~~/shared/library'
import { type ListView, sendList } from '~~/shared/rounds'

/** One paper to many people, each their own: a list that is brought, or contacts that are chosen. */
const props = defineProps<{ jobId: string; templates: readonly TemplateRow[] }>()
const emit = defineEmits<{ started: [id: string] }>()
const fit = computed(() => props.templates.filter((t) => t.kind !== 'quote'))
const form = reactive({ templateId: '', subject: '', message: '', days: null as number | null })
const csv = ref('')
const file = ref('')
const chosen = ref<ContactView[]>([])
const newcomer = ref<ContactView | null>(null)
watch(newcomer, (c) => {
  if (c && !chosen.value.some((x) => x.id === c.id)) chosen.value.push(c)
  if (c) newcomer.value = null
})
watch(
  () => form.templateId,
  (id) => {
    const t = fit.value.find((x) => x.id === id)
    if (!t) return
    form.subject ||= `Your ${t.name.toLowerCase()}`
    form.message ||= `Hello {first},\n\nhere is the ${t.name.toLowerCase()}. It takes about three minutes to read and sign.\n`
  },
)
async function read(given: File) {
  file.value = given.name
  const bytes = new Uint8Array(await given.arrayBuffer())
  csv.value = textOf(bytes, encodingOf(bytes))
}
const key = newKey()
const given = () => ({
  templateId: form.templateId,
  subject: form.subject,
  message: form.message,
  key,
  deadline: form.days ? { kind: 'after', days: form.days } : { kind: 'none' },
  ...(csv.value ? { csv: csv.value } : { contactIds: chosen.value.map((c) => c.id) }),
})
const schema = sendList.extend({ templateId: z.string().min(1, 'Choose a template.') })
async function send(body: object) {
  const list = await api<ListView>(`/api/jobs/${props.jobId}/lists`, { method: 'POST', body })
  emit('started', list.id)
}
/** Read as it will be when it is sent: what is wrong is said here already. */
const list = computed(() => (csv.value ? readList(csv.value) : null))
const refused = computed(() => (list.value && 'refused' in list.value ? list.value.refused : ''))
const passed = computed(() => (list.value && 'rows' in list.value ? list.value.problems : []))
const people = computed(() =>
  !list.value ? chosen.value.length : 'refused' in list.value ? 0 : list.value.rows.length - list.value.problems.length,
)
</script>

<template>
  <FormOf v-slot="{ busy }" class="card grid gap-2.5 mt-2.5" :schema="schema" :given="given" :send="send">
    <FieldOf name="templateId"
      ><Choice
        v-model="form.templateId"
        label="Template"
        required
        :options="[{ value: '', label: 'Choose a template' }, ...fit.map((t) => ({ value: t.id, label: t.name }))]"
    /></FieldOf>
    <label class="field"
      ><span>The list (CSV with name, email, phone)</span
      ><FilePick label="Choose the list" name="The list" accept=".csv,.txt,text/csv" @picked="read($event[0]!)"
    /></label>
    <p v-if="file" class="small soft">{{ file }}</p>
    <Message v-if="refused" severity="error">{{ refused }}</Message>
    <ul v-else-if="passed.length" class="small" aria-label="Not sent to">
      <li v-for="p in passed.slice(0, 5)" :key="p.n">{{ p.problem }}</li>
      <li v-if="passed.length > 5">and {{ passed.length - 5 }} more</li>
    </ul>
    <template v-if="!csv">
      <ClientPicker v-model="newcomer" label="Or choose contacts" />
      <ul v-if="chosen.length" class="small">
        <li v-for="c in chosen" :key="c.id" class="flex justify-between">
          {{ c.name }}
          <Button variant="text" :aria-label="`Leave out ${c.name}`" @click="chosen = chosen.filter((x) => x !== c)">
            Leave out
          </Button>
        </li>
      </ul>
    </template>
    <FieldOf name="subject" label="Subject"><InputText v-model="form.subject" maxlength="300" required /></FieldOf>
    <FieldOf name="message" label="Message"
      ><Textarea v-model="form.message" auto-resize rows="5" maxlength="5000" required
    /></FieldOf>
    <FieldOf name="deadline.days" label="Lapses so many days after (none: never)"
      ><InputNumber v-model="form.days" :use-grouping="false" :min="1" :max="365"
    /></FieldOf>
    <Button type="submit" :disabled="busy || people === 0">
      {{ people ? `Send to ${people === 1 ? '1 person' : `${people} people`}, each their own` : 'Send to the list' }}
    </Button>
  </FormOf>
</template>
