<script setup lang="ts">
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
  templates: { id: string; kind: string; name: string; edition: number }[]
}
useHead({ title: 'Library · Upwold' })
const { data: lib } = await useAsyncData('library', () => api<Library>('/api/library'))
const session = useSession()
const INVOICE: Record<string, string> = {
  agreed: 'invoice when the contract is complete',
  day: 'invoice on the job’s day',
  never: 'no invoice',
}
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Library</h1>
      <span class="soft">what jobs and papers are made from</span>
    </div>
    <div v-if="lib" class="cols">
      <section>
        <h2>Templates</h2>
        <ul class="ledger">
          <li v-for="t in lib.templates" :key="t.id" class="pair">
            <b>{{ t.name }}</b><span class="soft">{{ t.kind }}, edition {{ t.edition }}</span>
          </li>
        </ul>
        <h2 class="gap">Job kinds</h2>
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
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 40px;
}
.pair {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 10px 0;
}
.gap {
  margin-top: 22px;
}
.block {
  display: block;
}
@media (max-width: 800px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
