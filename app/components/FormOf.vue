<script setup lang="ts" generic="S extends ZodType">
import { zodResolver } from '@primevue/forms/resolvers/zod'
import type { ZodType, output } from 'zod'

/**
 * A form: what is typed is checked by the schema that the server checks it by. What is wrong stands beside its field in
 * words, the first such field has the focus, and goes when it is put right; what the server refuses is said in the same
 * places. Nothing that was typed is lost.
 */
const props = defineProps<{
  schema: S
  /** What is sent, made of what is typed. */
  given: () => unknown
  send: (given: output<S>) => Promise<unknown>
}>()
const form = useTemplateRef<{ validate(): Promise<unknown>; fields: Record<string, unknown>; $el: HTMLFormElement }>(
  'form',
)
const busy = ref(false)
const problem = ref('')
/** What the server refused, by field, until something is typed. */
const refused = ref<Record<string, string>>({})
/** It was tried to be sent: from now on what is wrong is said as one types. */
const tried = ref(false)

/** What is wrong, by field, as it was last checked. */
const problems = ref<Record<string, string>>({})
async function resolver(asked: object) {
  const checked = await zodResolver(props.schema as never)({ ...asked, values: props.given() } as never)
  const found = (checked.errors ?? {}) as Record<string, { message: string }[]>
  problems.value = {
    ...refused.value,
    ...Object.fromEntries(Object.entries(found).map(([name, list]) => [name, list[0]!.message])),
  }
  return { errors: Object.fromEntries(Object.entries(problems.value).map(([name, message]) => [name, [{ message }]])) }
}
watch(
  () => JSON.stringify(props.given()),
  () => {
    refused.value = {}
    problem.value = ''
    if (tried.value) void form.value?.validate()
  },
)
async function focusWrong(): Promise<void> {
  await nextTick()
  form.value?.$el.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
}
async function submit(): Promise<void> {
  if (busy.value) return
  tried.value = true
  const checked = await props.schema.safeParseAsync(props.given())
  if (!checked.success) {
    // What is wrong where no field of the form stands for it is said above the button.
    problem.value = Object.entries(problems.value).find(([name]) => !form.value?.fields[name])?.[1] ?? ''
    return focusWrong()
  }
  busy.value = true
  problem.value = ''
  try {
    await props.send(checked.data)
    tried.value = false
  } catch (e) {
    refused.value = e instanceof ApiProblem ? e.fields : {}
    await form.value?.validate()
    const here = Object.keys(refused.value).some((name) => form.value?.fields[name])
    if (!here) problem.value = wordsOf(e)
    await focusWrong()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <Form ref="form" novalidate :resolver="resolver" :validate-on-value-update="false" @submit="submit">
    <slot :busy="busy" :problems="problems" />
    <Message v-if="problem" severity="error" size="small" variant="simple" role="alert">{{ problem }}</Message>
  </Form>
</template>
