<script setup lang="ts">
import { z } from 'zod'
import { type Question, question } from '~~/core/standing-links/model'

/** One question of a form: its words, what answers it, and when it is asked. */
const props = defineProps<{ given: Question | null; others: readonly Question[] }>()
const emit = defineEmits<{ close: []; done: [question: Question] }>()
const KINDS = [
  ['text', 'A line of text'],
  ['long', 'Several lines'],
  ['number', 'A number'],
  ['day', 'A day'],
  ['choice', 'One of several'],
  ['choices', 'Some of several'],
  ['tick', 'Yes, or not'],
  ['name', 'A name'],
  ['email', 'An e-mail address'],
  ['phone', 'A phone number'],
] as const
type Kind = (typeof KINDS)[number][0]
const q = props.given
const kindOf = (): Kind =>
  !q
    ? 'text'
    : q.format?.kind === 'phone'
      ? 'phone'
      : q.type === 'text' && (q.max ?? 0) > 200
        ? 'long'
        : (q.type as Kind)
const form = reactive({
  label: q?.label ?? '',
  kind: kindOf(),
  options: (q?.options ?? []).join('\n'),
  required: q?.required ?? true,
  help: q?.help ?? '',
  usual: q?.usual ?? '',
  page: q?.page ?? Math.max(1, ...props.others.map((o) => o.page)),
  when: q?.show && 'field' in q.show ? q.show.field : '',
  is: q?.show && 'field' in q.show ? (q.show.value ?? '') : '',
})
const chooses = computed(() => form.kind === 'choice' || form.kind === 'choices')
const asked = computed(() => props.others.find((o) => o.key === form.when))
const schema = z.unknown().superRefine((_, context) => {
  const wrong = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message })
  if (!form.label.trim()) wrong('label', 'Write the question.')
  if (chooses.value && form.options.split('\n').filter((o) => o.trim()).length < 2)
    wrong('options', 'Give at least two answers, one a row.')
})
/** A key of its own that no other question has. */
function keyFor(): string {
  if (q) return q.key
  const base =
    form.label
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 50) || 'question'
  let key = base
  for (let n = 2; props.others.some((o) => o.key === key); n += 1) key = `${base}-${n}`
  return key
}
async function done() {
  const { kind } = form
  const show = form.when
    ? {
        show: form.is
          ? { field: form.when, is: 'equal' as const, value: form.is }
          : { field: form.when, is: 'filled' as const },
      }
    : {}
  emit(
    'done',
    question.parse({
      key: keyFor(),
      label: form.label.trim(),
      type: kind === 'phone' || kind === 'long' ? 'text' : kind,
      required: form.required,
      page: form.page,
      usual: form.usual.trim(),
      ...(form.help.trim() ? { help: form.help.trim() } : {}),
      ...(kind === 'phone' ? { format: { kind: 'phone' } } : {}),
      ...(kind === 'long' ? { max: 2000 } : {}),
      ...(chooses.value
        ? {
            options: form.options
              .split('\n')
              .map((o) => o.trim())
              .filter(Boolean),
          }
        : {}),
      ...show,
    }),
  )
}
</script>

<template>
  <Dialog
    :visible="true"
    modal
    :header="given ? 'A question of the form' : 'A new question'"
    :style="{ width: '520px' }"
    @update:visible="emit('close')"
  >
    <FormOf v-slot="{ busy }" class="grid gap-3" :schema="schema" :given="() => form" :send="done">
      <FieldOf name="label" label="The question"><InputText v-model="form.label" maxlength="200" autofocus /></FieldOf>
      <Choice v-model="form.kind" label="Answered with" :options="KINDS.map(([value, label]) => ({ value, label }))" />
      <FieldOf v-if="chooses" name="options" label="The answers, one a row"
        ><Textarea v-model="form.options" rows="3" auto-resize maxlength="4000"
      /></FieldOf>
      <label class="flex gap-2 items-center"
        ><Checkbox v-model="form.required" binary /><span>{{
          form.kind === 'tick' ? 'Has to be ticked' : 'Has to be answered'
        }}</span></label
      >
      <FieldOf name="help" label="A word of help under it"><InputText v-model="form.help" maxlength="400" /></FieldOf>
      <FieldOf v-if="form.kind !== 'tick'" name="usual" label="Stands there beforehand"
        ><InputText v-model="form.usual" maxlength="300"
      /></FieldOf>
      <FieldOf name="page" label="On page"
        ><InputNumber v-model="form.page" :min="1" :max="20" show-buttons :use-grouping="false"
      /></FieldOf>
      <template v-if="others.length">
        <Choice
          v-model="form.when"
          label="Asked"
          :options="[
            { value: '', label: 'always' },
            ...others.map((o) => ({ value: o.key, label: `when answered: ${o.label}` })),
          ]"
        />
        <Choice
          v-if="asked?.options?.length"
          v-model="form.is"
          label="With"
          :options="[{ value: '', label: 'anything' }, ...asked.options.map((o) => ({ value: o, label: o }))]"
        />
      </template>
      <p class="acts">
        <Button type="submit" :disabled="busy">Keep it</Button>
        <Button variant="text" @click="emit('close')">Never mind</Button>
      </p>
    </FormOf>
  </Dialog>
</template>
