<script setup lang="ts">
import type { ContactView } from '~~/shared/jobs'
import type { PageOf } from '~/composables/paged'

useHead({ title: 'People · Upwold' })
const find = ref(String(useRoute().query.find ?? ''))
const search = ref<HTMLInputElement>()
const { rows, more, problem, refresh, again, showMore } = usePaged<ContactView, PageOf<ContactView>>(
  async (after, limit) => {
    const rows = await api<ContactView[]>('/api/contacts', {
      query: { find: find.value, limit, after: after ?? undefined },
    })
    return { rows, next: rows.length === limit ? rows.at(-1)!.id : null }
  },
  { step: 60 },
)
await refresh()
watch(find, again)
useRowKeys({ '/': () => search.value?.focus() })
const save = (c: ContactView, key: 'name' | 'email' | 'phone' | 'address') => async (v: string) => {
  await api(`/api/contacts/${c.id}`, { method: 'PATCH', body: { [key]: v } })
  c[key] = v
}
const open = ref('')
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>People</h1>
      <span class="grow" /><label class="search"
        ><span class="sr">Search people</span
        ><InputText ref="search" v-model="find" type="search" placeholder="Search  ( / )"
      /></label>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ul class="ledger">
      <li v-for="c in rows" :key="c.id">
        <Button unstyled class="row" data-row :aria-expanded="open === c.id" @click="open = open === c.id ? '' : c.id">
          <b class="ellipsis">{{ c.name }}</b><span class="ellipsis">{{ c.email }}</span
          ><span class="soft">{{ c.phone }}</span>
        </Button>
        <dl v-if="open === c.id" class="edit">
          <EditFact label="Name" :value="c.name" :save="save(c, 'name')" /><EditFact
            label="E-mail"
            :value="c.email"
            :save="save(c, 'email')"
          /><EditFact label="Phone" :value="c.phone" :save="save(c, 'phone')" /><EditFact
            label="Address"
            :value="c.address"
            type="textarea"
            :save="save(c, 'address')"
          />
        </dl>
      </li>
    </ul>
    <div v-if="!rows.length" class="empty">
      <ContourLines />
      <p>Nobody is called that.</p>
    </div>
    <p v-if="more"><Button variant="outlined" @click="showMore">Show more</Button></p>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 1.2fr 1.4fr 1fr;
  gap: 12px;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  padding: 12px 4px;
  cursor: pointer;
}
.row:hover {
  background: var(--paper);
}
.edit {
  max-width: 560px;
  padding: 0 0 14px 20px;
}
.search {
  width: 300px;
}
.empty {
  display: grid;
  justify-items: center;
  padding: 40px;
}
</style>
