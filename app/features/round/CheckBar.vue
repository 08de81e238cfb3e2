<script setup lang="ts">
import { useThisPaper } from '../paper/usePaper'
import { useThisRound } from './useRound'

/** Where the check inside the business stands, and what the one who checks can do. */
const { act, load } = useThisPaper()
const round = useThisRound()
const { view } = round
const remark = ref('')
const returning = ref(false)
const step = (name: 'pass' | 'return' | 'take-back') =>
  act(async () => {
    await round.settle()
    await api(`/api/papers/${round.paperId}/check`, { method: 'POST', body: { step: name, remark: remark.value } })
    returning.value = false
    await load()
    await round.load().catch(() => {})
  })
</script>

<template>
  <section v-if="view.check.status === 'waiting'" class="notice check" aria-label="The check">
    <template v-if="view.check.mine">
      <p><b>Yours to check.</b> Put right what is wrong, then pass it on; it goes out when the last has passed it.</p>
      <p class="acts">
        <button class="btn main" @click="step('pass')">Pass it on</button>
        <button class="btn" @click="returning = true">Return it with a remark</button>
      </p>
      <form v-if="returning" class="acts" @submit.prevent="step('return')">
        <input
          v-model="remark"
          class="input"
          aria-label="What should be different"
          placeholder="What should be different"
          maxlength="1000"
          autofocus
          required
        />
        <button class="btn">Return it</button>
      </form>
    </template>
    <p v-else>
      With {{ view.check.by }} to check.
      <button v-if="view.check.own" class="btn small" @click="step('take-back')">Take it back</button>
    </p>
  </section>
  <p v-else-if="view.check.status === 'returned'" class="notice trouble" role="status">
    Returned by {{ view.check.by }}: “{{ view.check.remark }}”
  </p>
</template>

<style scoped>
.check {
  display: grid;
  gap: 8px;
  margin: 10px 28px 0;
}
.notice.trouble {
  margin: 10px 28px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.acts .input {
  flex: 1;
  min-width: 200px;
}
</style>
