<script setup lang="ts">
import { addDays } from '~~/core/calendar/dates'
import type { Discount, PricedLine } from '~~/core/pricing/pricing'
import { type ContactView, newJob } from '~~/shared/jobs'
import JobForecast from '~/features/job/JobForecast.vue'
import LinesEditor from '~/features/lines/LinesEditor.vue'
import { useLibrary } from '~/features/library/useLibrary'

useHead({ title: 'New job · Upwold' })
const library = useLibrary()
library.follow()
const session = useSession()
const zones = Intl.supportedValuesOf('timeZone')
const form = reactive({
  kindId: '',
  title: '',
  starts: '',
  ends: '',
  timeZone: session.data?.business?.timeZone ?? 'Europe/London',
  place: '',
  people: null as number | null,
  facts: {} as Record<string, string>,
  notes: '',
})
const client = ref<ContactView | null>(null),
  lines = ref<PricedLine[]>([]),
  discount = ref<Discount | null>(null)
const key = newKey()
const kind = computed(() => library.kinds.find((k) => k.id === form.kindId))
watchEffect(() => {
  form.kindId ||= library.kinds[0]?.id ?? ''
})
watch(
  () => form.starts,
  (s) => {
    if (!s || form.ends >= s) return
    const end = new Date(Date.parse(`${s}Z`) + (kind.value?.settings.usual.hours ?? 2) * 3_600_000)
      .toISOString()
      .slice(0, 16)
    form.ends = end || addDays(s.slice(0, 10), 1)
  },
)
const editor = ref<{ settled(): boolean }>()
const given = () => ({
  ...form,
  key,
  starts: form.starts || null,
  ends: form.ends || null,
  clientId: client.value?.id ?? null,
  lines: lines.value,
  discount: discount.value,
})
/** Numbers that can't be read are said beside them first. */
async function save() {
  if (!editor.value!.settled()) return
  const { id } = await api<{ id: string }>('/api/jobs', { method: 'POST', body: given() })
  await navigateTo(`/jobs/${id}`)
}
</script>

<template>
  <FormOf v-slot="{ busy, problems }" class="page" :schema="newJob" :given="given" :send="save">
    <div class="head">
      <h1>New job</h1>
      <span class="soft">Everything but the kind can come later.</span>
    </div>
    <div class="cols grid grid-cols-[minmax(0,1fr)_320px] gap-9">
      <div class="fields grid grid-cols-2 gap-y-3.5 gap-x-5 content-start">
        <Choice
          v-model="form.kindId"
          label="Kind"
          :options="library.kinds.map((k) => ({ value: k.id, label: k.name }))"
        />
        <FieldOf name="title" label="Title"
          ><InputText v-model="form.title" placeholder="Filled from the client if left empty"
        /></FieldOf>
        <FieldOf name="clientId" class="wide col-span-full"><ClientPicker v-model="client" label="Client" /></FieldOf>
        <FieldOf name="starts" label="Begins"><WhenField v-model="form.starts" kind="moment" /></FieldOf>
        <FieldOf name="ends" label="Ends"><WhenField v-model="form.ends" kind="moment" /></FieldOf>
        <Choice v-model="form.timeZone" label="Time zone" :options="zones.map((z) => ({ value: z, label: z }))" />
        <FieldOf name="people" label="Number of people"
          ><InputNumber v-model="form.people" :use-grouping="false" :min="0"
        /></FieldOf>
        <FieldOf name="place" label="Place" class="wide col-span-full"
          ><InputText v-model="form.place" maxlength="500"
        /></FieldOf>
        <label v-for="f in kind?.settings.facts" :key="f.key" class="field"
          ><span>{{ f.label }}{{ f.unit ? `, ${f.unit}` : '' }}</span
          ><InputText v-model="form.facts[f.key]"
        /></label>
        <label class="field wide col-span-full"
          ><span>Notes, for you alone</span><Textarea v-model="form.notes" auto-resize rows="2" />
        </label>
      </div>
      <JobForecast
        v-if="kind"
        :kind="kind"
        :client="client"
        :starts="form.starts"
        :lines="lines"
        :discount="discount"
      />
    </div>
    <h2 class="gap">Priced lines</h2>
    <LinesEditor
      ref="editor"
      v-model:lines="lines"
      v-model:discount="discount"
      :prices-include-tax="kind?.settings.pricesIncludeTax ?? false"
      :currency="session.data?.business?.currency ?? 'GBP'"
      :problems="problems"
    />
    <p class="gap">
      <Button type="submit" size="large" :disabled="busy">Add the job</Button>
      <LinkButton to="/jobs">Never mind</LinkButton>
    </p>
  </FormOf>
</template>

<style scoped>
@media (max-width: 900px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
@media (max-width: 640px) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>
