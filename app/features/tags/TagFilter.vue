<script setup lang="ts">
import { useTags } from './useTags'

/** Only jobs or people with one tag; where there are no tags there is nothing to choose. */
const { of } = defineProps<{ of: 'job' | 'person' }>()
const tag = defineModel<string>({ required: true })
const tags = useTags()
tags.follow()
const options = computed(() => [
  { value: '', label: 'Tag: any' },
  ...tags[of].map((t) => ({ value: t.tag, label: `${t.tag} (${t.n})` })),
])
</script>

<template>
  <Choice v-if="options.length > 1" v-model="tag" aria-label="Tag" :options="options" />
</template>
