<script setup lang="ts">
import type { ApexOptions } from 'apexcharts'
import { optionsOf, type Figures } from './options'

/** Figures over time or by kind: hatch as well as hue, and a table of the same behind a word. Loaded where it is shown. */
const props = defineProps<{ figures: Figures; label: string }>()
const Apex = defineAsyncComponent(() => import('vue3-apexcharts'))
const options = computed<ApexOptions>(() => optionsOf(props.figures, pageNonce()))
const series = computed(() => props.figures.series.map((s) => ({ name: s.name, data: s.values })))
const rows = computed(() =>
  props.figures.names.map((name, i) => ({
    name,
    ...Object.fromEntries(props.figures.series.map((s, k) => [`s${k}`, props.figures.words(s.values[i] ?? 0)])),
  })),
)
const table = ref(false)
</script>

<template>
  <figure class="min-w-0 overflow-x-clip" :aria-label="label">
    <Apex
      v-if="!table"
      :type="figures.way === 'line' ? 'line' : 'bar'"
      :height="figures.height"
      :options="options"
      :series="series"
      aria-hidden="true"
    />
    <DataTable v-else :value="rows" size="small">
      <Column field="name" :header="figures.of" />
      <Column v-for="(s, k) in figures.series" :key="s.name" :field="`s${k}`" :header="s.name" body-class="money" />
    </DataTable>
    <figcaption class="foot flex gap-3 items-center">
      <template v-if="figures.series.length > 1">
        <span v-for="s in figures.series" :key="s.name" class="small soft"
          ><i
            class="inline-block size-[11px]"
            :style="{
              background: s.hatched
                ? `repeating-linear-gradient(45deg, var(--${s.tone}) 0 2px, transparent 2px 5px)`
                : `var(--${s.tone})`,
            }"
          />
          {{ s.name }}</span
        >
      </template>
      <span class="grow" />
      <Button variant="text" size="small" @click="table = !table">{{ table ? 'As a picture' : 'As a table' }}</Button>
    </figcaption>
  </figure>
</template>
