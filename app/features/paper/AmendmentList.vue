<script setup lang="ts">
import type { PaperDocument } from '~~/core/document/model'
import { walkBlocks } from '~~/core/document/walk'
import { correctSource } from './correct'
import { usePaper } from './usePaper'

/** What was changed on this copy alone: who, when and why, and the ways back or into the template or the record. */
const props = defineProps<{ document: PaperDocument }>()
const thisPaper = usePaper()
const { id, paper, busy } = storeToRefs(thisPaper)
const { act, load } = thisPaper
const notices = useNotices()
const asking = useAsking()
const draft = computed(() => paper.value.state === 'draft')
const written = computed(() => paper.value.written)
const view = (changes: 'shown' | 'clean') =>
  act(async () => {
    await api(`/api/papers/${id.value}`, { method: 'PATCH', body: { changes } })
    await load()
  })

type Row = (typeof written.value)['amendments'][number]
const undoAmendment = (a: Row) =>
  act(async () => {
    await api(`/api/papers/${id.value}/amendments/${a.id}`, { method: 'DELETE' })
    await load()
    notices.say('The amendment is undone.', {
      undo: async () => {
        const { id: own, block, kind, content, why } = a
        await api(`/api/papers/${id.value}/amendments`, {
          method: 'POST',
          body: { id: own, block, kind, content, why },
        })
        await load()
      },
    })
  })
/** Every later paper says it, so it is asked first; the way back gives the template its words and the copy its amendment. */
const toTemplate = (a: Row) =>
  act(async () => {
    const words = 'The template will say this on every paper made of it from now on, and this copy with it.'
    if (!(await asking.ask(words, 'Change the template'))) return
    const there = `/api/papers/${id.value}/amendments/${a.id}/template`
    await api(there, { method: 'POST', body: {} })
    await load()
    notices.say('The template says it now, and so does this copy.', {
      undo: async () => {
        await api(there, { method: 'DELETE' })
        await load()
      },
    })
  })
const toRecord = (a: Row) =>
  act(async () => {
    const source = written.value.context.values[a.fact!.path]!.source
    await correctSource(paper.value, source, a.fact!.text)
    await api(`/api/papers/${id.value}/amendments/${a.id}`, { method: 'DELETE' })
    await load()
    notices.say(`Corrected on the record: ${a.fact!.label}.`)
  })
const numberOf = (a: Row) => {
  const found = [...walkBlocks(props.document.body)].find((b) => b.id === (a.kind === 'add' ? a.id : a.block))
  return found && 'number' in found && found.number ? found.number.replace(/\.$/, '') : ''
}
const KIND = { strike: 'Struck', reword: 'Reworded', add: 'Added' }
</script>

<template>
  <section aria-label="Amended for this job">
    <h2>Amended for this job</h2>
    <div v-if="draft" class="acts">
      <OneOf
        :model-value="written.own.changes"
        label="How the changes stand in the paper"
        :options="[
          { value: 'shown', label: 'Changes shown' },
          { value: 'clean', label: 'Clean, with a list' },
        ]"
        @update:model-value="view"
      />
    </div>
    <ul class="grid gap-3.5 mt-2.5" aria-label="Amendments">
      <li v-for="a in written.amendments" :key="a.id" class="border-l-3 border-l-bracken pl-[11px]">
        <p>
          <b>{{ numberOf(a) }}</b> {{ KIND[a.kind] }} by {{ a.by }}, {{ whenWords(a.at, paper.today)
          }}{{ a.why ? `: ${a.why}` : '' }}.
          <template v-if="a.again.times > 0"
            >The same change was made on {{ a.again.times }} of the last {{ a.again.of }} copies.</template
          >
        </p>
        <p v-if="a.fact" class="small">This looks like a fact: {{ a.fact.label }} is “{{ a.fact.text }}”.</p>
        <div v-if="draft" class="acts">
          <Button v-if="a.fact" variant="outlined" :disabled="busy" @click="toRecord(a)"
            >Correct the record instead</Button
          >
          <Button v-if="written.templateId" variant="outlined" :disabled="busy" @click="toTemplate(a)">
            Change the template instead
          </Button>
          <Button variant="text" :disabled="busy" @click="undoAmendment(a)">Undo it</Button>
        </div>
      </li>
    </ul>
  </section>
</template>
