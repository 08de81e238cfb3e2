<script setup lang="ts">
import type { JobView } from '~~/shared/jobs'

/** A paper of the job: how it stands, whose it is, and the way to it. */
defineProps<{ paper: JobView['papers'][number] }>()
</script>

<template>
  <li class="grid grid-cols-[26px_1fr] items-center mt-2">
    <StopMark :state="paper.says.state" />
    <NuxtLink :to="`/papers/${paper.id}`" class="card text-ink no-underline hover:border-heather">
      <b>{{ paper.title }}</b>
      <span class="soft"> {{ paper.guest ? `${paper.guest}, ` : '' }}{{ paper.says.note }}</span>
    </NuxtLink>
  </li>
</template>
