<script setup lang="ts">
import { type Blank, fillBlanks } from '~~/core/document/blanks'
import { templateKinds } from '~~/core/document/kinds'
import { type Brought, type Changes, changesHow, newTemplate } from '~~/shared/library'
import { FIELD_WORDS } from './say'

/** A file that was read: what could not be taken, and each blank with what it may become. Nothing is kept before it is confirmed. */
const props = defineProps<{ brought: Brought; busy: boolean }>()
const emit = defineEmits<{ close: []; again: [changes: Changes] }>()
const visible = ref(true)
watch(visible, (v) => {
  if (!v) emit('close')
})
const form = reactive({ name: props.brought.name, kind: props.brought.kind })
const taken = reactive(new Set(props.brought.blanks.map((_, i) => i)))
const parties = reactive<Record<number, string>>({})
const changes = ref<Changes>('taken')
watch(changes, (how) => emit('again', how))
watch(
  () => props.brought,
  ({ blanks }) => {
    taken.clear()
    blanks.forEach((_, i) => taken.add(i))
    for (const i of Object.keys(parties)) delete parties[Number(i)]
  },
)
const HOW: Record<Changes, string> = {
  taken: 'as they were last made',
  refused: 'none of them: as it was before',
  shown: 'both shown, struck and added',
}
const key = newKey()
const becomes = (b: Blank) =>
  b.propose.kind === 'value'
    ? `the job’s value ${b.propose.path}`
    : `${FIELD_WORDS[b.propose.field.type]}, “${b.propose.field.label}”`
function toggle(i: number): void {
  if (!taken.delete(i)) taken.add(i)
}
/** What was brought in, with the blanks that are taken as what they become. */
function filled() {
  const accepted = props.brought.blanks.flatMap((b, i): Blank[] => {
    if (!taken.has(i)) return []
    const { propose } = b
    return [
      propose.kind === 'field' && parties[i]
        ? { ...b, propose: { ...propose, field: { ...propose.field, party: parties[i] } } }
        : b,
    ]
  })
  return fillBlanks(props.brought.document, accepted)
}
const named = newTemplate.pick({ name: true, kind: true })
async function keep(body: object) {
  const { id } = await api<{ id: string }>('/api/templates', {
    method: 'POST',
    body: { ...body, document: filled(), key },
  })
  await navigateTo(`/library/templates/${id}`)
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    header="Bring in a file"
    :style="{ width: 'min(680px, 96vw)' }"
    :draggable="false"
  >
    <FormOf v-slot="{ busy: keeping }" class="form" :schema="named" :given="() => form" :send="keep">
      <div class="two grid grid-cols-[1fr_160px] gap-3">
        <FieldOf name="name" label="Name"><InputText v-model="form.name" autofocus maxlength="120" required /></FieldOf>
        <Choice
          v-model="form.kind"
          label="Kind of paper"
          :options="templateKinds.map((k) => ({ value: k, label: k }))"
        />
      </div>
      <div v-if="brought.changes.count" class="notice grid gap-2">
        <p>
          {{ brought.changes.count }} {{ brought.changes.count === 1 ? 'change is' : 'changes are' }} tracked in it{{
            brought.changes.by.length ? `, by ${brought.changes.by.slice(0, 6).join(', ')}` : ''
          }}.
        </p>
        <Choice
          v-model="changes"
          label="Its changes come in"
          :disabled="busy"
          :options="changesHow.map((value) => ({ value, label: HOW[value] }))"
        />
      </div>
      <div v-if="brought.left.length" class="notice">
        <b>Left out</b>
        <ul class="max-h-[22vh] overflow-auto">
          <li v-for="l in brought.left" :key="l">{{ l }}</li>
        </ul>
      </div>
      <p v-else class="soft">Everything in the file was taken.</p>
      <section v-if="brought.blanks.length" aria-label="Blanks that were found">
        <h2>{{ brought.blanks.length }} {{ brought.blanks.length === 1 ? 'blank' : 'blanks' }} found</h2>
        <ul class="ledger max-h-[36vh] overflow-auto">
          <li
            v-for="(b, i) in brought.blanks"
            :key="i"
            class="grid grid-cols-[1fr_130px] gap-2.5 items-center py-1.5 px-0"
          >
            <label class="blank flex gap-2.5"
              ><Checkbox binary :model-value="taken.has(i)" @update:model-value="toggle(i)" />
              <span
                ><span class="soft">{{ b.before }}</span
                ><b>{{ b.text.slice(0, 30) || ' (an empty cell)' }}</b> becomes {{ becomes(b) }}</span
              ></label
            >
            <Choice
              v-if="b.propose.kind === 'field'"
              v-model="parties[i]"
              :aria-label="`Who fills ${b.propose.field.label}`"
              :options="[
                { value: '', label: brought.document.parties[0]?.label ?? '' },
                ...brought.document.parties.slice(1).map((p) => ({ value: p.key, label: p.label })),
              ]"
            />
          </li>
        </ul>
      </section>
      <p><Button type="submit" :disabled="busy || keeping">Make it a template</Button></p>
    </FormOf>
  </Dialog>
</template>
