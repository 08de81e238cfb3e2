<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { watchDebounced } from '@vueuse/core'
import SettingPage from '~/features/settings/SettingPage.vue'
import RunList from '~/features/follow-ups/RunList.vue'
import StepEdit from '~/features/follow-ups/StepEdit.vue'
import TestsEdit from '~/features/follow-ups/TestsEdit.vue'
import TriedPanel from '~/features/follow-ups/TriedPanel.vue'
import WhenEdit from '~/features/follow-ups/WhenEdit.vue'
import { newAct } from '~/features/follow-ups/sentence'
import { type Written, asWritten, blank, useFollowUps } from '~/features/follow-ups/useFollowUps'

/** One follow-up: a sentence made of choices; beside it, what it would have done on the last jobs. */
const route = useRoute()
const id = computed(() => (route.params.id === 'new' ? '' : String(route.params.id)))
const store = useFollowUps()
store.follow()
const { data, problem } = storeToRefs(store)
const kept = computed(() => (id.value ? store.byId(id.value) : undefined))
const missing = computed(() => !!id.value && !!data.value && !kept.value)
const form = ref<Written | null>(null)
const refused = ref('')
const notices = useNotices()
const asking = useAsking()
const { busy, act } = useAct()
useHead({ title: () => `${kept.value?.title ?? 'Another follow-up'} · Upwold` })
const { send } = useKept({
  kept: () => (data.value && (id.value ? kept.value : null)) ?? (data.value && !id.value ? null : undefined),
  form: () => form.value,
  take: (now) => (form.value = now ? asWritten(now) : blank()),
})
// Tried anew as it is written.
watchDebounced(
  () => JSON.stringify(form.value),
  async () => {
    refused.value = ''
    if (!form.value?.steps.length) return
    try {
      await store.tryIt(id.value, { ...form.value })
    } catch {
      // What isn't whole yet can't be tried; it is said when it is kept.
      store.tried = null
    }
  },
  { debounce: 400, immediate: true },
)
onBeforeUnmount(() => (store.tried = null))
const kinds = computed(() => store.choices?.kinds ?? [])
const add = () =>
  form.value!.steps.push({ after: { from: 'then', days: 0 }, act: newAct('task', store.choices!) as never })
const keep = () =>
  act(async () => {
    refused.value = ''
    try {
      let fresh = id.value
      await send(async () => {
        fresh = await store.keep(id.value, form.value!, kept.value?.version ?? 0)
      })
      notices.say(form.value!.on ? 'Kept. It follows what occurs from now on.' : 'Kept. It is off.')
      if (!id.value) await navigateTo(`/settings/follow-ups/${fresh}`, { replace: true })
    } catch (e) {
      refused.value = wordsOf(e)
    }
  })
const remove = () =>
  act(async () => {
    if (!(await asking.ask(`Take “${kept.value!.title}” away? What it did stays on record.`, 'Take it away'))) return
    await store.remove(id.value)
    await navigateTo('/settings/follow-ups')
  })
</script>

<template>
  <SettingPage :title="kept?.title ?? 'Another follow-up'" :problem="problem">
    <template #acts
      ><label v-if="form" class="ms-auto flex gap-3 items-center"
        ><span class="soft small">{{ form.on ? 'on' : 'off' }}</span
        ><ToggleSwitch v-model="form.on" aria-label="It is on" /></label
    ></template>
    <EmptyList v-if="missing" words="This follow-up has been taken away."
      ><LinkButton to="/settings/follow-ups">To what happens by itself</LinkButton></EmptyList
    >
    <Skeleton v-else-if="!form || !store.choices" height="280px" />
    <template v-else>
      <div class="flex flex-wrap gap-x-2 gap-y-2.5 items-center" role="group" aria-label="When">
        <WhenEdit v-model="form.when" />
      </div>
      <div class="mt-2.5"><TestsEdit v-model="form.if" word="and" add="and if…" /></div>
      <div class="flex flex-wrap gap-2 items-center mt-2.5">
        <span class="serif text-l">on</span>
        <MultiSelect
          v-model="form.kinds"
          :options="kinds"
          option-label="label"
          option-value="value"
          placeholder="every kind of job"
          :max-selected-labels="4"
          aria-label="On which kinds of job"
          class="w-auto min-w-50 max-w-full"
        />
      </div>
      <hr class="my-4 border-0 border-t border-t-hairline" />
      <ol aria-label="Then" class="grid gap-1.5">
        <StepEdit
          v-for="(_, i) in form.steps"
          :key="i"
          v-model="form.steps[i]!"
          :n="i + 1"
          @drop="form.steps.splice(i, 1)"
        />
      </ol>
      <div class="flex flex-wrap gap-2 items-center mt-3">
        <Button variant="outlined" @click="add"
          ><Plus :size="15" />{{ form.steps.length ? 'And then…' : 'Then…' }}</Button
        >
      </div>
      <div class="mt-3"><TestsEdit v-model="form.unless" word="unless" add="Unless…" /></div>
      <label class="field mt-5 max-w-110"
        ><span>What it is called; empty for what it waits for</span><InputText v-model="form.title" maxlength="120"
      /></label>
      <p v-if="refused" class="notice trouble mt-3" role="alert">{{ refused }}</p>
      <p class="acts mt-4 flex gap-2">
        <Button :disabled="busy" @click="keep">Keep this</Button>
        <Button v-if="kept" variant="text" :disabled="busy" @click="remove">Take it away</Button>
      </p>
      <section v-if="kept" class="mt-8 grid gap-2" aria-labelledby="did">
        <h2 id="did">What it did last</h2>
        <RunList :follow-up="kept.id" may />
      </section>
    </template>
    <template #effect><TriedPanel /></template>
  </SettingPage>
</template>
