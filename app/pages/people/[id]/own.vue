<script setup lang="ts">
import type { OwnView } from '~~/shared/out/own'
import OwnPage from '~/features/own/OwnPage.vue'
import { SAYS, sayingIn } from '~/features/signer/says'

/** Somebody's own page, as they see it; nothing can be done on it from here. */
const id = String(useRoute().params.id)
const view = await api<OwnView>(`/api/contacts/${id}/own`)
const { says, ready } = sayingIn(() => view.language)
provide(SAYS, says)
await ready
useHead({ title: `${view.contents!.name}’s own page · Upwold` })
</script>

<template>
  <div class="page max-w-170">
    <div class="head">
      <h1>{{ view.contents!.name }}’s own page</h1>
      <span class="grow" />
      <LinkButton :to="`/people/${id}`">Back to them</LinkButton>
    </div>
    <p class="notice mb-5" role="status">This is what they see. What can be pressed there can’t be from here.</p>
    <div class="card p-5"><OwnPage :contents="view.contents!" :at="null" /></div>
  </div>
</template>
