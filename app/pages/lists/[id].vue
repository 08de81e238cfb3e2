<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { type ListView, retryRows } from '~~/shared/rounds'

/** How far a list is: what went out, what is on its way, and what is wrong, line by line. */
const id = String(useRoute().params.id)
const { data: list, error, refresh } = await useAsyncData(`list-${id}`, () => api<ListView>(`/api/lists/${id}`))
useHead({ title: () => `${list.value?.title ?? 'List'} · Upwold` })
const { busy, act } = useAct()
useIntervalFn(() => list.value?.waiting && void refresh(), 1000)
type Failed = ListView['failed'][number]
/** The row that is being put right, as it will be. */
const mending = ref<Failed | null>(null)
const rowOf = (row: Failed) => ({ n: row.n, to: { name: row.name, email: row.email, phone: row.phone } })
async function sendAgain(body: object) {
  await api(`/api/lists/${id}/retry`, { method: 'POST', body })
  mending.value = null
  await refresh()
}
const retry = () => act(() => sendAgain({ rows: [] }))
</script>

<template>
  <div class="page max-w-180">
    <p v-if="error" class="notice trouble" role="alert">{{ wordsOf(error) }}</p>
    <template v-if="list">
      <h1 class="title">{{ list.title }}, to a list</h1>
      <p role="status">
        {{ list.sent }} of {{ list.total }} sent<template v-if="list.waiting"
          >, {{ list.waiting }} on their way</template
        ><template v-if="list.failed.length">, {{ list.failed.length }} not sent</template>.
      </p>
      <ProgressBar
        :value="Math.round((100 * (list.sent + list.failed.length)) / Math.max(1, list.total))"
        :show-value="false"
        :aria-label="`${list.title}, how far`"
      />
      <template v-if="list.failed.length">
        <h2 class="gap">Not sent</h2>
        <ul class="ledger" aria-label="Not sent">
          <li v-for="f in list.failed" :key="f.n" class="row grid grid-cols-[26px_1fr_auto] items-center py-2 px-0">
            <StopMark state="trouble" :size="18" /><span
              ><b>{{ f.name || `line ${f.n}` }}</b> {{ f.problem }}</span
            ><Button
              v-if="mending?.n !== f.n"
              size="small"
              variant="outlined"
              :aria-label="`Put right: ${f.name || `line ${f.n}`}`"
              @click="mending = { ...f }"
            >
              Put it right
            </Button>
            <FormOf
              v-else
              class="mend"
              :schema="retryRows"
              :given="() => ({ rows: [rowOf(mending!)] })"
              :send="sendAgain"
            >
              <FieldOf name="rows.0.to.name" label="Name"
                ><InputText v-model="mending.name" autofocus maxlength="200" required
              /></FieldOf>
              <FieldOf name="rows.0.to.email" label="E-mail"
                ><InputText v-model="mending.email" type="email" maxlength="200"
              /></FieldOf>
              <FieldOf name="rows.0.to.phone" label="Phone"
                ><InputText v-model="mending.phone" type="tel" maxlength="40"
              /></FieldOf>
              <Button type="submit" :disabled="busy">Send it to them</Button>
              <Button variant="text" @click="mending = null">Never mind</Button>
            </FormOf>
          </li>
        </ul>
        <p class="gap"><Button variant="outlined" :disabled="busy" @click="retry()">Try these again</Button></p>
      </template>
      <p class="gap"><LinkButton :to="`/jobs/${list.jobId}`">To the job</LinkButton></p>
    </template>
  </div>
</template>

<style scoped>
.mend {
  grid-column: 2 / -1;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px;
  align-items: end;
  margin-top: 6px;
}
</style>
