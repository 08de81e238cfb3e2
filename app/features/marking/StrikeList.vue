<script setup lang="ts">
import { useMarking } from './useMarking'

/** The printed words that are struck: why, and what stands instead. */
const table = useMarking()
const set = (id: string, more: { note?: string; instead?: string }) =>
  table.change((h) => h.strikes.forEach((s) => s.id === id && Object.assign(s, more)))
</script>

<template>
  <ul v-if="table.strikes.length" class="py-2 px-4.5 overflow-auto max-h-45" aria-label="Struck words">
    <li v-for="s in table.strikes" :key="s.id" class="small grid gap-1">
      <s>{{ s.words.slice(0, 60) || 'struck' }}</s> p. {{ s.page }}
      <TypedText
        :value="s.note"
        maxlength="500"
        placeholder="Why"
        aria-label="Why it is struck"
        @given="set(s.id, { note: $event })"
      />
      <TypedText
        :value="s.instead"
        maxlength="500"
        placeholder="What stands instead"
        aria-label="What stands instead"
        @given="set(s.id, { instead: $event })"
      />
      <Button variant="text" @click="table.change((h) => (h.strikes = h.strikes.filter((x) => x.id !== s.id)))">
        Undo the strike
      </Button>
    </li>
  </ul>
</template>
