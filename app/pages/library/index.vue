<script setup lang="ts">
import type { Brought, ClauseRow, TemplateRow } from '~~/shared/library'
import RoundSettings from '~/features/round/RoundSettings.vue'
import BringIn from '~/features/writing/BringIn.vue'

interface Library {
  kinds: {
    id: string
    name: string
    settings: {
      expects: { invoice: string }
      plan: { stages: { label: string; amount: unknown }[] }
      facts: { label: string }[]
    }
  }[]
  catalogue: { id: string; description: string; unit: string; unitPrice: number; taxRate: string }[]
  templates: TemplateRow[]
  clauses: ClauseRow[]
}
/** What jobs and papers are made from. */
useHead({ title: 'Library · Upwold' })
const { data: lib, error, refresh } = await useAsyncData('library', () => api<Library>('/api/library'))
const session = useSession()
const notices = useNotices()
const { busy, act } = useAct()
const now = useNow()
const INVOICE: Record<string, string> = {
  agreed: 'invoice when the contract is complete',
  day: 'invoice on the job’s day',
  never: 'no invoice',
}

const find = ref('')
const folder = ref<string | null>(null)
const archived = ref(false)
const searchBox = ref<HTMLInputElement>()
const live = computed(() => lib.value?.templates.filter((t) => !t.archivedAt) ?? [])
const folders = computed(() => [...new Set(live.value.map((t) => t.folder).filter(Boolean))].sort())
const plain = (s: string) => s.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()
const shown = computed(() =>
  (archived.value ? (lib.value?.templates.filter((t) => t.archivedAt) ?? []) : live.value).filter(
    (t) =>
      (folder.value === null || t.folder === folder.value) &&
      plain(`${t.name} ${t.kind} ${t.folder}`).includes(plain(find.value.trim())),
  ),
)
const usedWords = (t: TemplateRow) =>
  t.used === 0
    ? 'never used'
    : `used ${t.used === 1 ? 'once' : `${t.used} times`}, last ${whenWords(t.lastUsed!, now.value.slice(0, 10))}`

const make = () =>
  act(async () => {
    const body = { name: 'Untitled template', kind: 'contract', folder: folder.value ?? '', key: newKey() }
    const { id } = await api<{ id: string }>('/api/templates', { method: 'POST', body })
    await navigateTo(`/library/templates/${id}`)
  })
const duplicate = (t: TemplateRow) =>
  act(async () => {
    const body = { name: `${t.name}, copy`.slice(0, 120), from: t.id, key: newKey() }
    const { id } = await api<{ id: string }>('/api/templates', { method: 'POST', body })
    await refresh()
    notices.say(`“${t.name}” was duplicated.`)
    await nextTick()
    document.getElementById(`template-${id}`)?.focus()
  })
const archive = (t: TemplateRow, on: boolean) =>
  act(async () => {
    await api(`/api/templates/${t.id}`, { method: 'PATCH', body: { revision: 0, archived: on } })
    await refresh()
    if (on) notices.say(`“${t.name}” is archived. Papers made of it stay.`, { undo: () => archive(t, false) })
  })
const moving = ref<TemplateRow | null>(null)
const moveTo = (t: TemplateRow, to: string) =>
  act(async () => {
    await api(`/api/templates/${t.id}`, { method: 'PATCH', body: { revision: 0, folder: to.trim().slice(0, 60) } })
    moving.value = null
    await refresh()
  })

const brought = ref<Brought | null>(null)
const file = ref<HTMLInputElement>()
const refused = ref('')
const bring = (event: Event) =>
  act(async () => {
    const input = event.target as HTMLInputElement
    const [given] = input.files ?? []
    refused.value = ''
    if (!given) return
    try {
      const query = new URLSearchParams({ name: given.name })
      brought.value = await api<Brought>(`/api/templates/bring?${query}`, { method: 'POST', body: given })
    } catch (e) {
      refused.value = `${given.name}: ${wordsOf(e)}`
    } finally {
      input.value = ''
    }
  })
useRowKeys({ n: () => void make(), '/': () => searchBox.value?.focus() })
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Library</h1>
      <span class="soft">what jobs and papers are made from</span>
      <span class="grow" />
      <button class="btn" :disabled="busy" @click="file?.click()">Bring in a file</button>
      <NuxtLink class="btn" to="/library/clauses/new">New clause</NuxtLink>
      <button class="btn main" :disabled="busy" @click="make">New template</button>
      <input
        ref="file"
        type="file"
        class="sr"
        tabindex="-1"
        aria-label="A file to bring in"
        accept=".docx,.docm,.md,.markdown,.txt,.json"
        @change="bring"
      />
    </div>
    <p v-if="error" class="notice trouble" role="alert">{{ wordsOf(error) }}</p>
    <p v-if="refused" class="notice trouble" role="alert">{{ refused }}</p>
    <div v-if="lib" class="cols">
      <section aria-label="Templates">
        <div class="filters">
          <label class="sr" for="find">Find a template</label>
          <input id="find" ref="searchBox" v-model="find" class="input" placeholder="Find a template" />
          <button
            class="chip"
            :aria-pressed="folder === null && !archived"
            @click="((folder = null), (archived = false))"
          >
            All
          </button>
          <button
            v-for="f in folders"
            :key="f"
            class="chip"
            :aria-pressed="folder === f && !archived"
            @click="((folder = f), (archived = false))"
          >
            {{ f }}
          </button>
          <button class="chip" :aria-pressed="archived" @click="((archived = !archived), (folder = null))">
            Archived
          </button>
        </div>
        <ul class="ledger">
          <li v-for="t in shown" :key="t.id" class="template">
            <NuxtLink
              :id="`template-${t.id}`"
              data-row
              :to="`/library/${t.marked ? 'marked' : 'templates'}/${t.id}`"
              class="name"
              >{{ t.name }}</NuxtLink
            >
            <span class="soft small"
              >{{ t.marked ? 'marked PDF, ' : '' }}{{ t.kind }}{{ t.folder ? ` · ${t.folder}` : '' }} · edition
              {{ t.edition }} · {{ usedWords(t) }}</span
            >
            <span class="acts">
              <button class="btn bare" :disabled="busy" :aria-label="`Duplicate ${t.name}`" @click="duplicate(t)">
                Duplicate
              </button>
              <button
                class="btn bare"
                :aria-label="`Move ${t.name} to a folder`"
                @click="moving = moving?.id === t.id ? null : t"
              >
                Move
              </button>
              <button
                v-if="!t.archivedAt"
                class="btn bare"
                :disabled="busy"
                :aria-label="`Archive ${t.name}`"
                @click="archive(t, true)"
              >
                Archive
              </button>
              <button
                v-else
                class="btn bare"
                :disabled="busy"
                :aria-label="`Bring ${t.name} back`"
                @click="archive(t, false)"
              >
                Bring back
              </button>
            </span>
            <form
              v-if="moving?.id === t.id"
              class="move"
              @submit.prevent="moveTo(t, ($event.target as HTMLFormElement).folder.value)"
            >
              <label class="field"
                ><span>Folder</span><input name="folder" class="input" list="folders" maxlength="60" :value="t.folder"
              /></label>
              <button class="btn main">Move it</button>
            </form>
          </li>
          <li v-if="!shown.length" class="soft none">
            {{ find ? 'No template is called that.' : archived ? 'Nothing is archived.' : 'No templates yet.' }}
          </li>
        </ul>
        <datalist id="folders"><option v-for="f in folders" :key="f" :value="f" /></datalist>
      </section>
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
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 10px;
}
.filters .input {
  max-width: 220px;
}
.template {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 12px;
  padding: 9px 0;
}
.template .small {
  grid-column: 1;
}
.acts {
  grid-column: 2;
  grid-row: 1 / 3;
  display: flex;
  align-items: center;
}
.move {
  grid-column: 1 / 3;
  display: flex;
  gap: 10px;
  align-items: end;
  padding-top: 8px;
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
  .template {
    grid-template-columns: minmax(0, 1fr);
  }
  .acts {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
