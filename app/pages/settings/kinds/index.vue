<script setup lang="ts">
import { useLibrary } from '~/features/library/useLibrary'
import { INVOICE_COMES } from '~/features/settings/kindForm'
import SettingPage from '~/features/settings/SettingPage.vue'

/** What kinds of job we do. */
useHead({ title: 'What kinds of job we do · Upwold' })
const library = useLibrary()
library.follow()
useRowKeys({ n: () => void navigateTo('/settings/kinds/new') })
useListKeys('In the kinds of job', [['n', 'a new kind']])
</script>

<template>
  <SettingPage title="What kinds of job we do" :problem="library.problem">
    <template #acts><LinkButton main to="/settings/kinds/new">New kind</LinkButton></template>
    <Skeleton v-if="library.busy && !library.kinds.length" height="160px" />
    <ul v-else class="ledger w-full" aria-label="Kinds of job">
      <li v-for="k in library.kinds" :key="k.id" class="min-h-14 grid content-center">
        <NuxtLink data-row class="strong" :to="`/settings/kinds/${k.id}`">{{ k.name }}</NuxtLink>
        <span class="soft small"
          >{{ k.settings.plan.stages.map((s) => s.label).join(', then ') }},
          {{ INVOICE_COMES[k.settings.expects.invoice]
          }}{{
            k.settings.facts.length ? `; asks for ${k.settings.facts.map((f) => f.label.toLowerCase()).join(', ')}` : ''
          }}</span
        >
      </li>
    </ul>
  </SettingPage>
</template>
