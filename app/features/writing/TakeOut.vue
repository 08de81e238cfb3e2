<script setup lang="ts">
/** A template or a paper as a file: `base` is its address, to which the export is added. */
const props = defineProps<{ base: string }>()
const menu = useTemplateRef<{ toggle(event: Event): void }>('menu')
const to = (as: string) => `${props.base}/export?as=${as}`
const ways = computed(() => [
  { label: 'PDF, to print', url: to('pdf'), target: '_blank' },
  { label: 'DOCX', url: to('docx') },
  { label: 'HTML', url: to('html') },
  { label: 'Upwold’s JSON', url: to('json') },
])
</script>

<template>
  <Button variant="outlined" aria-haspopup="menu" @click="menu?.toggle($event)">Take it out</Button>
  <Menu ref="menu" popup :model="ways" />
</template>
