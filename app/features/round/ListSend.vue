<script setup lang="ts">
import { z } from 'zod'
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
  csv.value = decode(bytes)
}
/** A file as text: UTF-16 by its mark, UTF-8 where it is that, else as spreadsheets on Windows write it. */
function decode(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
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
const people = computed(() => (csv.value ? csv.value.trim().split(/\r?\n/).length - 1 : chosen.value.length))
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
