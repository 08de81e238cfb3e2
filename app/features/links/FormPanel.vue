<script setup lang="ts">
import type { Question } from '~~/core/standing-links/model'
import { ArrowDown, ArrowUp, X } from '@lucide/vue'
import QuestionDialog from './QuestionDialog.vue'
import { useLink } from './useLink'

/** The questions of the form, in their order, page by page. */
const link = useLink()
const { draft } = storeToRefs(link)
const questions = computed(() => draft.value!.settings.questions)
const editing = ref<{ at: number | null } | null>(null)
const KINDS: Record<string, string> = {
  text: 'text',
  number: 'number',
  day: 'day',
  choice: 'one of several',
  choices: 'some of several',
  tick: 'yes, or not',
  name: 'name',
  email: 'e-mail',
}
const says = (q: Question) =>
  [
    q.format?.kind === 'phone' ? 'phone' : (KINDS[q.type] ?? q.type),
    q.required ? '' : 'may be left out',
    q.show ? 'only sometimes' : '',
  ]
    .filter(Boolean)
    .join(', ')
const starts = (i: number) => i === 0 || questions.value[i]!.page !== questions.value[i - 1]!.page
const others = computed(() => questions.value.filter((_, i) => i !== editing.value?.at))
function done(question: Question) {
  link.put(question, editing.value!.at)
  editing.value = null
}
</script>

<template>
  <section aria-labelledby="form-panel">
    <h2 id="form-panel">What the form asks</h2>
    <p class="soft small mb-2">
      Whoever comes always says who they are: a name, and how they are reached. Ask here what else you want to know.
    </p>
    <ol v-if="questions.length" class="rows" aria-label="Questions">
      <li v-for="(q, i) in questions" :key="q.key">
        <p v-if="starts(i)" class="soft small paged">Page {{ q.page }}</p>
        <div class="row">
          <Button variant="link" class="label" @click="editing = { at: i }">{{ q.label }}</Button>
          <span class="soft small">{{ says(q) }}</span>
          <span class="acts">
            <IconButton :label="`Move “${q.label}” up`" :disabled="i === 0" @click="link.moveQuestion(i, -1)"
              ><ArrowUp :size="16"
            /></IconButton>
            <IconButton
              :label="`Move “${q.label}” down`"
              :disabled="i === questions.length - 1"
              @click="link.moveQuestion(i, 1)"
              ><ArrowDown :size="16"
            /></IconButton>
            <IconButton :label="`Take “${q.label}” away`" @click="link.takeQuestion(i)"><X :size="16" /></IconButton>
          </span>
        </div>
      </li>
    </ol>
    <p class="acts mt-3"><Button variant="outlined" @click="editing = { at: null }">Another question</Button></p>
    <QuestionDialog
      v-if="editing"
      :given="editing.at === null ? null : questions[editing.at]!"
      :others="others"
      @done="done"
      @close="editing = null"
    />
  </section>
</template>

<style scoped>
.rows {
  list-style: none;
  padding: 0;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 200px) auto;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hairline);
}
.paged {
  padding-top: 8px;
}
.label {
  justify-self: start;
  text-align: start;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .row > .small {
    grid-row: 2;
  }
}
</style>
