<script setup lang="ts">
const notices = useNotices()
/** The bar comes with the first thing that is said. */
const said = ref(false)
watch(
  () => notices.now,
  () => {
    said.value = true
  },
)
</script>

<template>
  <NuxtLayout><NuxtPage /></NuxtLayout>
  <LazyNoticeBar v-if="said" />
</template>
