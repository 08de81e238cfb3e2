<script setup lang="ts">
import { X } from '@lucide/vue'
import type { Act } from '~~/core/follow-ups/model'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { useFollowUps } from './useFollowUps'

/** What a message says: a subject, words with values in them, and the same in further languages. */
type Message = Extract<Act, { do: 'message' }>
const props = defineProps<{ act: Message }>()
const emit = defineEmits<{ change: [change: Partial<Message>] }>()
const store = useFollowUps()
const values = computed(() => store.choices?.values ?? [])
const more = ref<{ toggle: (e: Event) => void } | null>(null)
const free = computed(() =>
  Object.entries(LANGUAGE_NAMES)
    .filter(([l]) => !props.act.others.some((o) => o.language === l))
    .map(([language, label]) => ({
      label,
      command: () => emit('change', { others: [...props.act.others, { language, subject: '', words: '' }] }),
    })),
)
const setOther = (i: number, change: object) =>
  emit('change', { others: props.act.others.map((o, n) => (n === i ? { ...o, ...change } : o)) })
const braced = (name: string) => `{${name}}`
const nameOf = (l: string) => (LANGUAGE_NAMES as Record<string, string>)[l] ?? l
</script>

<template>
  <div class="grid gap-2 max-w-160 ps-3 border-s-2 border-s-hairline">
    <InputText
      v-if="act.by === 'mail'"
      :model-value="act.subject"
      maxlength="300"
      aria-label="The subject"
      placeholder="The subject"
      @update:model-value="emit('change', { subject: $event ?? '' })"
    />
    <Textarea
      :model-value="act.words"
      auto-resize
      rows="3"
      maxlength="5000"
      aria-label="What it says"
      placeholder="What it says"
      @update:model-value="emit('change', { words: $event ?? '' })"
    />
    <section v-for="(o, i) in act.others" :key="o.language" class="grid gap-2" :aria-label="`In ${nameOf(o.language)}`">
      <p class="flex gap-2 items-center small">
        <b>{{ nameOf(o.language) }}</b>
        <IconButton
          :label="`Not in ${nameOf(o.language)}`"
          @click="emit('change', { others: act.others.filter((_, n) => n !== i) })"
          ><X :size="15"
        /></IconButton>
      </p>
      <InputText
        v-if="act.by === 'mail'"
        :model-value="o.subject"
        maxlength="300"
        :aria-label="`The subject in ${nameOf(o.language)}`"
        @update:model-value="setOther(i, { subject: $event ?? '' })"
      />
      <Textarea
        :model-value="o.words"
        auto-resize
        rows="3"
        maxlength="5000"
        :aria-label="`What it says in ${nameOf(o.language)}`"
        @update:model-value="setOther(i, { words: $event ?? '' })"
      />
    </section>
    <p class="small soft flex flex-wrap gap-x-2 gap-y-1 items-center">
      <span>Put in:</span>
      <code v-for="v in values.slice(0, 8)" :key="v.value" :title="v.label">{{ braced(v.value) }}</code>
      <Button variant="text" size="small" aria-haspopup="true" @click="more?.toggle($event)"
        >In another language…</Button
      >
      <Menu ref="more" :model="free" popup />
    </p>
  </div>
</template>
