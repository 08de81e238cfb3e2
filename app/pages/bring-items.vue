<script setup lang="ts">
import { type ItemMeans, itemMeans } from '~~/core/items/table'
import BringFile from '~/features/bring/BringFile.vue'

/** Priced items brought in from a table. */
useHead({ title: 'Bring items in · Upwold' })
const MEANS: Record<ItemMeans, string> = {
  code: 'code',
  description: 'what it is',
  unit: 'unit',
  price: 'price of one',
  tax: 'tax, in percent',
  group: 'stands under',
  stock: 'how many there are',
  nothing: 'not brought in',
}
const means = itemMeans.map((value) => ({ value, label: MEANS[value] }))
const items = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'item' : 'items'}`
</script>

<template>
  <BringFile
    of="items"
    title="Bring items in"
    :count="items"
    accept=".csv,.xlsx,.txt,text/csv"
    :means="means"
    :cells="['What it is', 'Price', 'Code']"
    fill-words="Put right what is there already: its price, tax, unit, group and number"
  >
    A table (CSV) whose first line names its columns. You see what comes in before anything is kept. An item is known
    again by its code, else by what it is called. What you sell now:
    <a href="/api/items/export" download>as a table</a>. <NuxtLink to="/settings/items">Back to what we sell</NuxtLink>
  </BringFile>
</template>
