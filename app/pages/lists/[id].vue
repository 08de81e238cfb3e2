<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { retryRows } from '~~/shared/rounds'
import type { RowColumn } from '~/components/RowsTable.vue'
import { type FailedRow, useList } from '~/features/round/useList'

/** How far a list is: what went out, what is on its way, and what is wrong, line by line. */
const sending = useList()
const { list, problem, mending } = storeToRefs(sending)
await sending.open(String(useRoute().params.id))
useHead({ title: () => `${list.value?.title ?? 'List'} · Upwold` })
const { busy, act } = useAct()
useIntervalFn(() => list.value?.waiting && void sending.load(), 1000)
const rows = computed(() => list.value?.failed.map((f) => ({ ...f, id: String(f.n) })) ?? [])
const nameOf = (row: FailedRow) => row.name || `line ${row.n}`
const columns: RowColumn<FailedRow & { id: string }>[] = [
  { key: 'line', header: 'Line', text: (r) => String(r.n), order: (r) => r.n },
  { key: 'who', header: 'Who', text: nameOf, always: true, order: (r) => r.name.toLowerCase() },
  { key: 'where', header: 'How to reach them', text: (r) => [r.email, r.phone].filter(Boolean).join(', ') },
  { key: 'why', header: 'Why not', text: (r) => r.problem, always: true, order: (r) => r.problem },
  { key: 'mend', header: '', text: () => '', always: true },
]
const open = computed({
  get: () => !!mending.value,
  set: (to) => {
    if (!to) mending.value = null
  },
})
</script>

<template>
  <div class="page max-w-240">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
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
      <section v-if="rows.length" aria-label="Not sent">
        <h2 class="gap">Not sent</h2>
        <RowsTable name="not-sent" :rows="rows" :columns="columns">
          <template #who="{ row: f }"
            ><span class="flex gap-2 items-center"
              ><StopMark state="trouble" :size="18" /><b>{{ nameOf(f) }}</b></span
            ></template
          >
          <template #mend="{ row: f }"
            ><Button
              size="small"
              variant="outlined"
              :aria-label="`Put right: ${nameOf(f)}`"
              @click="mending = { n: f.n, name: f.name, email: f.email, phone: f.phone, problem: f.problem }"
              >Put it right</Button
            ></template
          >
        </RowsTable>
        <p class="gap">
          <Button variant="outlined" :disabled="busy" @click="act(() => sending.again())">Try these again</Button>
        </p>
      </section>
      <p class="gap"><LinkButton :to="`/jobs/${list.jobId}`">To the job</LinkButton></p>
      <Dialog v-model:visible="open" modal :header="`Put right: ${mending ? nameOf(mending) : ''}`">
        <FormOf
          v-if="mending"
          :schema="retryRows"
          :given="sending.mended"
          :send="sending.again"
          class="form w-80 max-w-full"
        >
          <p class="bad">{{ mending.problem }}</p>
          <FieldOf name="rows.0.to.name" label="Name"
            ><InputText v-model="mending.name" autofocus maxlength="200" required
          /></FieldOf>
          <FieldOf name="rows.0.to.email" label="E-mail"
            ><InputText v-model="mending.email" type="email" maxlength="200"
          /></FieldOf>
          <FieldOf name="rows.0.to.phone" label="Phone"
            ><InputText v-model="mending.phone" type="tel" maxlength="40"
          /></FieldOf>
          <p class="acts">
            <Button type="submit" :disabled="busy">Send it to them</Button>
            <Button variant="text" @click="mending = null">Never mind</Button>
          </p>
        </FormOf>
      </Dialog>
    </template>
  </div>
</template>
