<script setup lang="ts">
import { useLink } from './useLink'

/** What is written to whoever is written to, who gets a copy, by when it is signed and when they hear of it again. */
const link = useLink()
const { draft } = storeToRefs(link)
const settings = computed(() => draft.value!.settings)
const subject = ref(settings.value.subject)
const message = ref(settings.value.message)
/** An address, or the question that asks for one by its words. */
const labelOf = (c: string) => settings.value.questions.find((q) => q.key === c)?.label ?? c
const keyOf = (c: string) => settings.value.questions.find((q) => q.label.toLowerCase() === c.toLowerCase())?.key ?? c
const copies = ref(settings.value.copies.map(labelOf).join(', '))
const words = computed(() => settings.value.questions.map((q) => `{${q.label}}`))
const keepCopies = () =>
  link.set(
    (d) =>
      (d.settings.copies = copies.value
        .split(/[,;\n]+/)
        .map((c) => keyOf(c.trim()))
        .filter(Boolean)),
  )
const remind = computed({
  get: () => settings.value.reminders.kind,
  set: (kind) =>
    link.set((d) => (d.settings.reminders = kind === 'own' ? { kind, after: [3], before: [1] } : { kind })),
})
const REMIND = [
  { value: 'none', label: 'never' },
  { value: 'own', label: 'after three days, and the day before it ends' },
  { value: 'weekly', label: 'every week' },
  { value: 'daily', label: 'every day' },
] as const
</script>

<template>
  <section aria-labelledby="letters-panel" class="grid gap-3 max-w-140 mt-6">
    <h2 id="letters-panel">What is written to them</h2>
    <label class="field"
      ><span>Subject; empty for the usual one</span
      ><InputText v-model="subject" maxlength="300" @change="link.set((d) => (d.settings.subject = subject.trim()))"
    /></label>
    <label class="field"
      ><span>Message; empty for the usual one</span
      ><Textarea
        v-model="message"
        auto-resize
        rows="4"
        maxlength="5000"
        @change="link.set((d) => (d.settings.message = message.trim()))"
    /></label>
    <p class="soft small">
      Put in: <code>{first}</code> <code>{paper}</code> <code>{job}</code> <code>{business}</code
      ><template v-if="words.length"
        >, and answers by their question:
        <code v-for="w in words.slice(0, 4)" :key="w" class="me-1">{{ w }}</code></template
      >
    </p>
    <label class="field"
      ><span>Who else gets the sealed copy: addresses, or the question that asks for one</span
      ><InputText v-model="copies" maxlength="1000" placeholder="nobody" @change="keepCopies"
    /></label>
    <div class="pairs">
      <label class="field"
        ><span>Days they have to sign</span
        ><InputNumber
          :model-value="settings.within"
          :min="1"
          :max="365"
          placeholder="as many as they like"
          @update:model-value="link.set((d) => (d.settings.within = $event))"
      /></label>
      <Choice v-model="remind" label="They are reminded" :options="REMIND" />
    </div>
  </section>
</template>
