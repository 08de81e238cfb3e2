<script setup lang="ts">
import { type ContactView, newContact } from '~~/shared/jobs'

/** Finds a contact while one types, or makes one on the spot. */
const props = defineProps<{ modelValue: ContactView | null; label: string; quiet?: boolean; autofocus?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [ContactView | null] }>()
/** The last row: somebody who isn't there yet. */
interface Newcomer {
  id: ''
  name: string
}
const id = useId()
const look = async (text: string): Promise<(ContactView | Newcomer)[]> => [
  ...(await api<ContactView[]>('/api/contacts', { query: { find: text, limit: 8 } })),
  { id: '', name: text },
]
const newWords = (name: string) => (name ? `Add “${name.slice(0, 60)}” as someone new` : 'Add someone new')
const wordsOfOption = (o: ContactView | Newcomer) =>
  o.id ? [o.name, (o as ContactView).email].filter(Boolean).join(', ') : newWords(o.name)
const making = ref(false)
const box = useTemplateRef<{ focus(): void }>('box')
onMounted(() => props.autofocus && box.value?.focus())
const EMPTY = { name: '', email: '', phone: '', address: '', taxNumber: '' }
const fresh = reactive({ ...EMPTY })
function choose(option: ContactView | Newcomer, typed: string) {
  if (option.id) return emit('update:modelValue', option as ContactView)
  Object.assign(fresh, EMPTY, { name: typed })
  making.value = true
}
async function make(body: object) {
  const made = await api<{ id: string }>('/api/contacts', { method: 'POST', body })
  making.value = false
  emit('update:modelValue', { id: made.id, ...fresh, kind: 'person', born: null, language: null, lateHold: false })
}
</script>

<template>
  <div>
    <label :for="id" :class="quiet ? 'sr' : 'label'">{{ label }}</label>
    <LookUp
      ref="box"
      :input-id="id"
      :label="label"
      :look="look"
      :words="wordsOfOption"
      :start="props.modelValue?.name"
      placeholder="Type a name"
      @chosen="choose"
    >
      <template #option="{ option: o }">
        <template v-if="o.id"
          ><span class="ellipsis">{{ o.name }}</span>
          <span class="soft small ellipsis">{{ (o as ContactView).email }}</span></template
        >
        <b v-else>{{ newWords(o.name) }}</b>
      </template>
    </LookUp>
    <Dialog
      v-model:visible="making"
      modal
      header="Someone new"
      :style="{ width: 'min(520px, 96vw)' }"
      :draggable="false"
    >
      <FormOf v-slot="{ busy }" class="pairs" :schema="newContact" :given="() => fresh" :send="make">
        <FieldOf name="name" label="Name"><InputText v-model="fresh.name" maxlength="200" required /></FieldOf>
        <FieldOf name="email" label="E-mail"
          ><InputText v-model="fresh.email" type="email" maxlength="320" autofocus
        /></FieldOf>
        <FieldOf name="phone" label="Phone"><InputText v-model="fresh.phone" type="tel" maxlength="40" /></FieldOf>
        <FieldOf name="address" label="Address"><InputText v-model="fresh.address" maxlength="1000" /></FieldOf>
        <FieldOf name="taxNumber" label="Tax number, of a business"
          ><InputText v-model="fresh.taxNumber" maxlength="40"
        /></FieldOf>
        <p class="acts">
          <Button type="submit" :disabled="busy">Add {{ fresh.name.slice(0, 40) || 'them' }}</Button>
          <Button variant="text" @click="making = false">Never mind</Button>
        </p>
      </FormOf>
    </Dialog>
  </div>
</template>
