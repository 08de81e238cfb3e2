<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'

/** Finds a contact while one types, or makes one on the spot. */
const props = defineProps<{ modelValue: ContactView | null; label: string; error?: string; quiet?: boolean }>()
const emit = defineEmits<{ 'update:modelValue': [ContactView | null] }>()
const text = ref(props.modelValue?.name ?? '')
const open = ref(false)
const making = ref(false)
const problems = ref<Record<string, string>>({})
const { found, at, look, settled } = useLookup(() =>
  api<ContactView[]>('/api/contacts', { query: { find: text.value, limit: 8 } }),
)
const fresh = reactive({ name: '', email: '', phone: '', address: '' })
const id = useId()
function show() {
  open.value = true
  void look()
}
function choose(c: ContactView) {
  text.value = c.name
  open.value = false
  emit('update:modelValue', c)
}
function start() {
  making.value = true
  open.value = false
  fresh.name = text.value
}
async function make() {
  problems.value = {}
  try {
    const { id } = await api<{ id: string }>('/api/contacts', { method: 'POST', body: fresh })
    making.value = false
    choose({ id, ...fresh, kind: 'person', born: null })
  } catch (e) {
    problems.value = (e as ApiProblem).fields
    if (!Object.keys(problems.value).length) problems.value = { name: wordsOf(e) }
  }
}
/** Keeps a contact that is still being typed, for a form that is sent meanwhile; false when it could not be kept. */
async function settle(): Promise<boolean> {
  if (making.value) await make()
  return !making.value
}
defineExpose({ settle })
async function enter() {
  const contact = await settled()
  if (contact) choose(contact)
  else start()
}
watch(
  () => props.modelValue,
  (v) => {
    text.value = v?.name ?? ''
  },
)
</script>

<template>
  <div class="picker">
    <label :for="id" :class="quiet ? 'sr' : 'label'">{{ label }}</label>
    <InputText
      :id="id"
      v-model="text"
      role="combobox"
      :aria-expanded="open"
      :aria-controls="`${id}-list`"
      autocomplete="off"
      placeholder="Type a name"
      :aria-invalid="!!error"
      maxlength="200"
      @input="show"
      @focus="show"
      @blur="open = false"
      @keydown.down.prevent="at = Math.min(at + 1, found.length)"
      @keydown.up.prevent="at = Math.max(at - 1, 0)"
      @keydown.enter.prevent="enter"
      @keydown.esc="open = false"
    />
    <ul v-if="open" :id="`${id}-list`" role="listbox" :aria-label="label" class="list">
      <li
        v-for="(c, i) in found"
        :key="c.id"
        role="option"
        :aria-selected="i === at"
        :class="{ at: i === at }"
        @mousedown.prevent="choose(c)"
      >
        <span class="ellipsis">{{ c.name }}</span> <span class="soft small">{{ c.email }}</span>
      </li>
      <li
        role="option"
        :aria-selected="at === found.length"
        :class="{ at: at === found.length }"
        class="yours"
        @mousedown.prevent="start"
      >
        {{ text ? `Add “${text.slice(0, 60)}” as someone new` : 'Add someone new' }}
      </li>
    </ul>
    <p v-if="error" class="error">{{ error }}</p>
    <fieldset v-if="making" class="card new">
      <legend class="strong">Someone new</legend>
      <label class="field"
        ><span>Name</span><InputText v-model="fresh.name" /><span v-if="problems.name" class="error">{{
          problems.name
        }}</span></label
      >
      <label class="field"
        ><span>E-mail</span><InputText v-model="fresh.email" type="email" /><span v-if="problems.email" class="error">{{
          problems.email
        }}</span></label
      >
      <label class="field"><span>Phone</span><InputText v-model="fresh.phone" type="tel" /></label>
      <label class="field"><span>Address</span><InputText v-model="fresh.address" /></label>
      <div>
        <Button @click="make">Add {{ fresh.name.slice(0, 40) || 'them' }}</Button>
        <Button variant="text" @click="making = false">Never mind</Button>
      </div>
    </fieldset>
  </div>
</template>

<style scoped>
.picker {
  position: relative;
}
.list {
  position: absolute;
  z-index: 20;
  left: 0;
  right: 0;
  background: var(--paper);
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  box-shadow: var(--float);
  padding: 4px;
}
.list li {
  padding: 8px 10px;
  border-radius: 4px;
  cursor: pointer;
  display: flex;
  gap: 10px;
}
.list li.at {
  background: var(--heather-tint);
}
.new {
  display: grid;
  gap: 10px;
  margin-top: 8px;
  grid-template-columns: 1fr 1fr;
}
.new > div {
  grid-column: 1 / -1;
}
</style>
