<script setup lang="ts">
/** A template or a paper as a file: `base` is its address, to which the export is added. */
const props = defineProps<{ base: string }>()
const to = (as: string) => `${props.base}/export?as=${as}`
</script>

<template>
  <details class="out">
    <summary class="btn">Take it out</summary>
    <p class="card">
      <a :href="to('pdf')" target="_blank">PDF, to print</a><a :href="to('docx')" download>DOCX</a
      ><a :href="to('html')" download>HTML</a><a :href="to('json')" download>Upwold’s JSON</a>
    </p>
  </details>
</template>

<style scoped>
.out {
  position: relative;
}
.out summary {
  list-style: none;
}
.out p {
  position: absolute;
  right: 0;
  top: 40px;
  z-index: 30;
  display: grid;
  gap: 8px;
  width: 170px;
  box-shadow: var(--float);
}
</style>
