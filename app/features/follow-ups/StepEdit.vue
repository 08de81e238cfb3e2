<script setup lang="ts">
import { X } from '@lucide/vue'
import { type Deed, deeds } from '~~/core/follow-ups/model'
import type { FollowUpView } from '~~/shared/out/follow-ups'
import AfterEdit from './AfterEdit.vue'
import Chip from './Chip.vue'
import MessageWords from './MessageWords.vue'
import { DEED_WORDS, newAct } from './sentence'
import { useFollowUps } from './useFollowUps'

/** One thing that is done: when, what, and with what. */
const props = defineProps<{ n: number }>()
const emit = defineEmits<{ drop: [] }>()
type Step = FollowUpView['steps'][number]
const model = defineModel<Step>({ required: true })
const store = useFollowUps()
const c = computed(() => store.choices!)
const act = computed(() => model.value.act)
const after = computed({ get: () => model.value.after, set: (to) => (model.value = { ...model.value, after: to }) })
const set = (change: object) => (model.value = { ...model.value, act: { ...act.value, ...change } as Step['act'] })
const options = deeds.map((value) => ({ value, label: DEED_WORDS[value] }))
const become = (deed: Deed) => (model.value = { ...model.value, act: newAct(deed, c.value) as Step['act'] })
const anybody = computed(() => [{ value: '', label: 'whoever has time' }, ...c.value.members])
const TO = [
  { value: 'client', label: 'the client' },
  { value: 'guests', label: 'the guests' },
  { value: 'unsigned', label: 'whoever hasn’t signed' },
  { value: 'owner', label: 'the owner' },
]
const to = computed({
  get: () => (act.value.do === 'message' ? (act.value.to === 'member' ? act.value.member : act.value.to) : ''),
  set: (to) => set(c.value.members.some((m) => m.value === to) ? { to: 'member', member: to } : { to, member: '' }),
})
const BY = [
  { value: 'mail', label: 'mail' },
  { value: 'text', label: 'text' },
]
const KINDS = [
  { value: '', label: 'any paper' },
  { value: 'quote', label: 'a quote' },
  { value: 'contract', label: 'a contract' },
  { value: 'waiver', label: 'a waiver' },
  { value: 'form', label: 'a form' },
]
const WHOSE = [
  { value: 'job', label: 'of the job' },
  { value: 'person', label: 'of the person' },
]
const FILES = [
  { value: 'sealed', label: 'the sealed copy' },
  { value: 'invoice', label: 'the invoice' },
  { value: 'record', label: 'the record' },
]
const stores = computed(() => [
  { value: '', label: 'here' },
  ...c.value.systems.filter((s) => s.kind !== 'hook').map((s) => ({ value: s.value, label: `here and at ${s.label}` })),
])
const hooks = computed(() => c.value.systems.filter((s) => s.kind === 'hook'))
const facts = computed(() =>
  (act.value.do === 'fact' && act.value.what === 'person' ? c.value.personFacts : c.value.jobFacts).filter(
    (f) => !['starts', 'ends', 'clientId', 'people'].includes(f.value),
  ),
)
const EXAMPLE = '{"text": "{client} has signed {paper}"}'
const on = (value: boolean) => ({ value, label: value ? 'put on' : 'take off' })
</script>

<template>
  <li class="step" :aria-label="`Step ${props.n}`">
    <div class="flex flex-wrap gap-2 items-center">
      <AfterEdit v-model="after" :label="`When step ${props.n} is done`" />
      <Chip label="What is done" :options="options" :model-value="act.do" @update:model-value="become" />
      <template v-if="act.do === 'message'">
        <Chip
          v-model="to"
          label="Whom"
          :options="[...TO, ...c.members.map((m) => ({ ...m })), { value: 'address', label: 'an address' }]"
        />
        <InputText
          v-if="act.to === 'address'"
          :model-value="act.address"
          class="w-60"
          maxlength="320"
          aria-label="The address"
          @update:model-value="set({ address: $event ?? '' })"
        />
        <span class="said">by</span>
        <Chip label="How they are told" :options="BY" :model-value="act.by" @update:model-value="set({ by: $event })" />
      </template>
      <template v-else-if="act.do === 'remind'">
        <span class="said">whoever hasn’t signed</span>
        <Chip label="Which papers" :options="KINDS" :model-value="act.of" @update:model-value="set({ of: $event })" />
      </template>
      <template v-else-if="act.do === 'paper'">
        <Chip
          label="Which template"
          :options="c.templates"
          :model-value="act.template"
          @update:model-value="set({ template: $event })"
        />
        <label class="inline-flex gap-2 items-center"
          ><Checkbox :model-value="act.send" binary @update:model-value="set({ send: $event })" /><span
            >and send it</span
          ></label
        >
      </template>
      <template v-else-if="act.do === 'tag'">
        <Chip
          label="On or off"
          :options="[on(true), on(false)]"
          :model-value="act.on"
          @update:model-value="set({ on: $event })"
        />
        <InputText
          :model-value="act.tag"
          class="w-40"
          maxlength="40"
          aria-label="The tag"
          placeholder="a tag"
          @update:model-value="set({ tag: $event ?? '' })"
        />
        <Chip label="Of what" :options="WHOSE" :model-value="act.what" @update:model-value="set({ what: $event })" />
      </template>
      <template v-else-if="act.do === 'task'">
        <Chip
          label="Whose task"
          :options="anybody"
          :model-value="act.member"
          @update:model-value="set({ member: $event })"
        />
        <InputText
          :model-value="act.words"
          class="flex-1 min-w-52"
          maxlength="300"
          aria-label="The task"
          placeholder="What is to be done"
          @update:model-value="set({ words: $event ?? '' })"
        />
        <span class="said">by</span>
        <AfterEdit :model-value="act.by" label="By when" @update:model-value="set({ by: $event })" />
      </template>
      <template v-else-if="act.do === 'fact'">
        <Chip
          label="Of what"
          :options="WHOSE"
          :model-value="act.what"
          @update:model-value="
            set({ what: $event, fact: $event === 'person' ? 'email' : (c.jobFacts[0]?.value ?? 'place') })
          "
        />
        <Chip label="Which fact" :options="facts" :model-value="act.fact" @update:model-value="set({ fact: $event })" />
        <span class="said">to</span>
        <InputText
          :model-value="act.value"
          class="w-52"
          maxlength="1000"
          aria-label="What it becomes"
          @update:model-value="set({ value: $event ?? '' })"
        />
      </template>
      <template v-else-if="act.do === 'file'">
        <InputText
          :model-value="act.path"
          class="w-64"
          maxlength="300"
          aria-label="The folder"
          @update:model-value="set({ path: $event ?? '' })"
        />
        <Chip label="Which file" :options="FILES" :model-value="act.what" @update:model-value="set({ what: $event })" />
        <Chip
          label="Where it is kept"
          :options="stores"
          :model-value="act.system"
          @update:model-value="set({ system: $event })"
        />
      </template>
      <template v-else-if="act.do === 'call'">
        <Chip
          label="Which system"
          :options="hooks"
          :model-value="act.system"
          @update:model-value="set({ system: $event })"
        />
        <NuxtLink v-if="!hooks.length" to="/settings/systems" class="small">None yet: add one</NuxtLink>
      </template>
      <template v-else-if="act.do === 'entry'">
        <InputText
          :model-value="act.words"
          class="w-60"
          maxlength="300"
          aria-label="What stands in the calendar"
          @update:model-value="set({ words: $event ?? '' })"
        />
        <AfterEdit :model-value="act.on" label="On which day" @update:model-value="set({ on: $event })" />
      </template>
      <template v-else-if="act.do === 'job'">
        <Chip
          label="Which kind"
          :options="c.kinds"
          :model-value="act.kind"
          @update:model-value="set({ kind: $event })"
        />
        <InputText
          :model-value="act.title"
          class="w-52"
          maxlength="300"
          aria-label="What it is called"
          placeholder="as usual"
          @update:model-value="set({ title: $event ?? '' })"
        />
        <AfterEdit :model-value="act.on" label="On which day" @update:model-value="set({ on: $event })" />
      </template>
      <IconButton :label="`Leave out step ${props.n}`" @click="emit('drop')"><X :size="16" /></IconButton>
    </div>
    <MessageWords v-if="act.do === 'message'" :act="act" @change="set($event)" />
    <label v-if="act.do === 'call'" class="field max-w-160"
      ><span>What is said, as JSON; empty for the job, the paper and the person</span
      ><Textarea
        :model-value="act.body"
        auto-resize
        rows="2"
        maxlength="10000"
        class="font-mono"
        :placeholder="EXAMPLE"
        @update:model-value="set({ body: $event ?? '' })"
    /></label>
  </li>
</template>

<style scoped>
.step {
  display: grid;
  gap: 8px;
  padding: 6px 0;
}
.said {
  font: 18px/1.3 var(--serif);
}
</style>
