<script setup lang="ts">
import { type CheckView, checkStep } from '~~/shared/rounds'
import { requiredLine } from '~~/shared/text'
import { usePaper } from '../paper/usePaper'

/** Where a check inside the business stands, and what the one who checks can do. `flush` is waited for before a step. */
const props = defineProps<{ check: Omit<CheckView, 'asked'>; flush?: () => Promise<void> }>()
const emit = defineEmits<{ done: [] }>()
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { act, load } = thisPaper
const remark = ref('')
const returning = ref(false)
const given = (name: 'pass' | 'return' | 'take-back') => ({ step: name, remark: remark.value, seen: paper.value.seen })
const returned = checkStep.extend({ remark: requiredLine(1000, 'What should be different') })
async function take(body: object) {
  await props.flush?.()
  try {
    await api(`/api/papers/${id.value}/check`, { method: 'POST', body })
  } finally {
    // Refused as stale, it is shown as it is now before anybody presses again.
    await load()
  }
  returning.value = false
  emit('done')
}
const step = (name: 'pass' | 'take-back') => act(() => take(given(name)))
</script>

<template>
  <section v-if="check.status === 'waiting'" class="notice check grid gap-2" aria-label="The check">
    <template v-if="check.mine">
      <p><slot /></p>
      <p class="acts">
        <Button :disabled="busy" @click="step('pass')">Pass it on</Button>
        <Button variant="outlined" :disabled="busy" @click="returning = true">Return it with a remark</Button>
      </p>
      <FormOf v-if="returning" class="acts" :schema="returned" :given="() => given('return')" :send="take">
        <FieldOf name="remark"
          ><InputText
            v-model="remark"
            aria-label="What should be different"
            placeholder="What should be different"
            maxlength="1000"
            autofocus
            required
        /></FieldOf>
        <Button type="submit" variant="outlined">Return it</Button>
      </FormOf>
    </template>
    <p v-else>
      With {{ check.by }} to check.
      <Button v-if="check.own" size="small" variant="outlined" :disabled="busy" @click="step('take-back')"
        >Take it back</Button
      >
    </p>
  </section>
  <p v-else-if="check.status === 'returned'" class="notice trouble" role="status">
    Returned by {{ check.by }}: “{{ check.remark }}”
  </p>
</template>

<style scoped>
.acts .p-inputtext {
  flex: 1;
  min-width: 200px;
}
</style>
