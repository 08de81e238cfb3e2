<script setup lang="ts">
import type { Brought } from '~~/shared/library'
import { useLibrary } from '~/features/library/useLibrary'
import TemplateList from '~/features/library/TemplateList.vue'
import RoundSettings from '~/features/round/RoundSettings.vue'
import BringIn from '~/features/writing/BringIn.vue'

/** What jobs and papers are made from. */
useHead({ title: 'Library · Upwold' })
const library = useLibrary()
library.follow()
const { library: lib, problem } = storeToRefs(library)
const session = useSession()
const { busy, act } = useAct()
const INVOICE: Record<string, string> = {
  agreed: 'invoice when the contract is complete',
  day: 'invoice on the job’s day',
  never: 'no invoice',
}

const folder = ref<string | null>(null)
const list = ref<InstanceType<typeof TemplateList>>()

const make = () =>
  act(async () => await navigateTo(`/library/templates/${await library.makeTemplate(folder.value ?? '')}`))
const brought = ref<Brought | null>(null)
const refused = ref('')
const bring = (given: File) =>
  act(async () => {
    refused.value = ''
    try {
      brought.value = await library.bring(given)
    } catch (e) {
      refused.value = `${given.name}: ${wordsOf(e)}`
    }
  })
useRowKeys({ n: () => void make(), '/': () => list.value?.focus() })
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Library</h1>
      <span class="soft">what jobs and papers are made from</span>
      <span class="grow" />
      <FilePick
        label="Bring in a file"
        name="A file to bring in"
        accept=".docx,.docm,.md,.markdown,.txt,.json"
        :disabled="busy"
        @picked="bring($event[0]!)"
      />
      <LinkButton to="/library/clauses/new">New clause</LinkButton>
      <Button :disabled="busy" @click="make">New template</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <p v-if="refused" class="notice trouble" role="alert">{{ refused }}</p>
    <div v-if="lib" class="cols">
      <TemplateList ref="list" v-model:folder="folder" />
      <div class="stack">
        <section aria-label="Clauses">
          <h2>Clauses</h2>
          <ul class="ledger">
            <li v-for="c in lib.clauses" :key="c.id" class="pair">
              <NuxtLink data-row :to="`/library/clauses/${c.id}`" class="name">{{ c.name }}</NuxtLink>
              <span class="soft small"
                >edition {{ c.edition }}, in {{ c.templates }} {{ c.templates === 1 ? 'template' : 'templates' }}</span
              >
            </li>
            <li v-if="!lib.clauses.length" class="soft none">Text that several templates share is kept here.</li>
          </ul>
        </section>
        <section aria-label="Rounds">
          <h2>Rounds</h2>
          <Suspense><RoundSettings /></Suspense>
        </section>
        <section>
          <h2>Job kinds</h2>
          <ul class="ledger">
            <li v-for="k in lib.kinds" :key="k.id" class="pair">
              <span
                ><b>{{ k.name }}</b
                ><span class="soft small block"
                  >{{ k.settings.plan.stages.map((s) => s.label).join(', then ') }} ·
                  {{ INVOICE[k.settings.expects.invoice] }} · asks for
                  {{ k.settings.facts.map((f) => f.label.toLowerCase()).join(', ') }}</span
                ></span
              >
            </li>
          </ul>
        </section>
        <section>
          <h2>Catalogue</h2>
          <ul class="ledger">
            <li v-for="c in lib.catalogue" :key="c.id" class="pair">
              <span
                >{{ c.description }} <span class="soft small">{{ c.unit }}</span></span
              ><span
                ><b>{{ money(c.unitPrice, session.data?.business?.currency ?? 'GBP') }}</b>
                <span class="soft small">{{ c.taxRate }}% tax</span></span
              >
            </li>
          </ul>
        </section>
      </div>
    </div>
    <BringIn v-if="brought" :brought="brought" @close="brought = null" />
  </div>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: 1.35fr 1fr;
  gap: 40px;
}
.stack {
  display: grid;
  gap: 24px;
  align-content: start;
}
.name {
  font-weight: 600;
  color: var(--ink);
}
.pair {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 10px 0;
}
.none {
  padding: 12px 0;
}
.block {
  display: block;
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
