<script setup lang="ts">
import type { FlowTried } from '~~/shared/out/standing-links'
import { useLink } from './useLink'

/** What the papers would say with sample answers, or with one's own: nothing is kept. */
const link = useLink()
const { draft, view } = storeToRefs(link)
const emit = defineEmits<{ close: [] }>()
const template = ref(draft.value!.templates[0]!)
const tried = ref<FlowTried | null>(null)
const { busy, act } = useAct()
const run = (answers: Record<string, string | boolean> | null) =>
  act(async () => void (tried.value = await link.tryIt(template.value, answers)))
onMounted(() => run(null))
watch(template, () => run(tried.value?.answers ?? null))
const labels = computed(() => new Map(view.value!.settings.questions.map((q) => [q.key, q.label])))
const papers = computed(() =>
  draft.value!.templates.map((id) => ({ value: id, label: view.value!.choices.find((c) => c.id === id)?.name ?? '' })),
)
const homes = computed(() => new Map(view.value!.homes.map((h) => [h.key.split('.').at(-1)!, h.label])))
const textual = (key: string) => typeof tried.value!.answers[key] === 'string'
</script>

<template>
  <Drawer
    :visible="true"
    position="right"
    header="Tried with sample answers"
    aria-label="Tried with sample answers"
    class="w-130!"
    @update:visible="emit('close')"
  >
    <div class="grid gap-4">
      <Choice v-if="papers.length > 1" v-model="template" label="Paper" :options="papers" />
      <template v-if="tried">
        <section v-if="Object.keys(tried.answers).length" aria-labelledby="tried-answers" class="grid gap-2">
          <h3 id="tried-answers">Answers</h3>
          <label v-for="(_, key) in tried.answers" :key="key" class="field"
            ><span>{{ labels.get(String(key)) }}</span
            ><InputText
              v-if="textual(String(key))"
              v-model="tried.answers[key] as string"
              :invalid="tried.problems.some((p) => p.key === key)"
              @change="run(tried!.answers)"
            /><span v-else
              ><Checkbox v-model="tried.answers[key]" binary @change="run(tried!.answers)" /> yes</span
            ></label
          >
          <p v-for="p in tried.problems" :key="p.key" class="text-bracken small" role="alert">{{ p.message }}</p>
        </section>
        <section aria-labelledby="tried-values">
          <h3 id="tried-values">{{ tried.title }}</h3>
          <p v-if="!tried.values.length" class="soft small">It asks for no values of its own.</p>
          <dl v-else class="pairs-list">
            <template v-for="v in tried.values" :key="v.key"
              ><dt>{{ v.label }}</dt>
              <dd :class="{ 'text-bracken': !v.value && v.required }">
                {{ v.value || (v.required ? 'missing' : 'empty') }}
              </dd></template
            >
          </dl>
        </section>
        <section v-if="tried.home.length" aria-labelledby="tried-home">
          <h3 id="tried-home">Back to the record</h3>
          <dl class="pairs-list">
            <template v-for="h in tried.home" :key="h.to"
              ><dt>{{ homes.get(h.to) ?? h.to }}</dt>
              <dd>{{ h.value }}</dd></template
            >
          </dl>
        </section>
      </template>
      <Skeleton v-else-if="busy" height="12rem" />
    </div>
  </Drawer>
</template>

<style scoped>
.pairs-list {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 4px 12px;
}
.pairs-list dd {
  margin: 0;
  font-family: var(--serif);
}
</style>
