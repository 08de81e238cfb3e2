<script setup lang="ts">
import type { CheckView } from '~~/shared/rounds'
import { usePaper } from '../paper/usePaper'

/** Where a check inside the business stands, and what the one who checks can do. `flush` is waited for before a step. */
const props = defineProps<{ check: Omit<CheckView, 'asked'>; flush?: () => Promise<void> }>()
const emit = defineEmits<{ done: [] }>()
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { act, load } = thisPaper
const remark = ref('')
const returning = ref(false)
const step = (name: 'pass' | 'return' | 'take-back') =>
  act(async () => {
    await props.flush?.()
    try {
      await api(`/api/papers/${id.value}/check`, {
        method: 'POST',
        body: { step: name, remark: remark.value, seen: paper.value.seen },
      })
    } finally {
      // Refused as stale, it is shown as it is now before anybody presses again.
      await load()
    }
    returning.value = false
    emit('done')
  })
</script>

<template>
  <section v-if="check.status === 'waiting'" class="notice check" aria-label="The check">
    <template v-if="check.mine">
      <p><slot /></p>
      <p class="acts">
        <Button :disabled="busy" @click="step('pass')">Pass it on</Button>
        <Button variant="outlined" :disabled="busy" @click="returning = true">Return it with a remark</Button>
      </p>
      <form v-if="returning" class="acts" @submit.prevent="step('return')">
        <InputText
          v-model="remark"
          aria-label="What should be different"
          placeholder="What should be different"
          maxlength="1000"
          autofocus
          required
        />
        <Button type="submit" variant="outlined">Return it</Button>
      </form>
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
.check {
  display: grid;
  gap: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.acts .p-inputtext {
  flex: 1;
  min-width: 200px;
}
</style>
