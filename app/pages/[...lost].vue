<script setup lang="ts">
/** Any address that is no page's; the server has said so already. */
const back = () => navigateTo('/')
</script>

<template>
  <NothingHere missing @back="back" />
</template>
