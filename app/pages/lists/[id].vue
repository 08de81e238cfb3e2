<script setup lang="ts">
import type { ListView } from '~~/shared/rounds'

/** How far a list is: what went out, what is on its way, and what is wrong, line by line. */
const id = String(useRoute().params.id)
const { data: list, error, refresh } = await useAsyncData(`list-${id}`, () => api<ListView>(`/api/lists/${id}`))
useHead({ title: () => `${list.value?.title ?? 'List'} · Upwold` })
const { busy, act } = useAct()
let look: ReturnType<typeof setInterval> | undefined
onMounted(() => {
  look = setInterval(() => list.value?.waiting && void refresh(), 1000)
})
onBeforeUnmount(() => clearInterval(look))
const retry = () =>
  act(async () => {
    await api(`/api/lists/${id}/retry`, { method: 'POST', body: {} })
    await refresh()
  })
</script>

<template>
  <div class="page narrow">
    <p v-if="error" class="notice trouble" role="alert">{{ wordsOf(error) }}</p>
    <template v-if="list">
      <h1 class="title">{{ list.title }}, to a list</h1>
      <p role="status">
        {{ list.sent }} of {{ list.total }} sent<template v-if="list.waiting"
          >, {{ list.waiting }} on their way</template
        ><template v-if="list.failed.length">, {{ list.failed.length }} not sent</template>.
      </p>
      <progress :value="list.sent + list.failed.length" :max="list.total" :aria-label="`${list.title}, how far`" />
      <template v-if="list.failed.length">
        <h2 class="gap">Not sent</h2>
        <ul class="ledger" aria-label="Not sent">
          <li v-for="f in list.failed" :key="f.n" class="row">
            <StopMark mark="trouble" :size="18" /><span
              ><b>{{ f.name || `line ${f.n}` }}</b> {{ f.problem }}</span
            >
          </li>
        </ul>
        <p class="gap"><button class="btn main" :disabled="busy" @click="retry">Try these again</button></p>
      </template>
      <p class="gap"><NuxtLink class="btn" :to="`/jobs/${list.jobId}`">To the job</NuxtLink></p>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 720px;
}
progress {
  width: 100%;
  height: 10px;
  margin-top: 10px;
  accent-color: var(--heather);
}
.row {
  display: grid;
  grid-template-columns: 26px 1fr;
  padding: 8px 0;
}
.gap {
  margin-top: 18px;
}
</style>
