<script setup lang="ts">
import { type ColumnMeans, columnMeans } from '~~/core/people/table'
import BringFile from '~/features/bring/BringFile.vue'

/** People brought in from a table or from cards. */
useHead({ title: 'Bring people in · Upwold' })
const MEANS: Record<ColumnMeans, string> = {
  name: 'name',
  first: 'first name',
  last: 'last name',
  organisation: 'firm',
  email: 'e-mail',
  phone: 'phone',
  street: 'street',
  postcode: 'postcode',
  town: 'town',
  country: 'country',
  address: 'address, whole',
  born: 'date of birth',
  nothing: 'not brought in',
}
const means = columnMeans.map((value) => ({ value, label: MEANS[value] }))
const people = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'person' : 'people'}`
</script>

<template>
  <BringFile
    of="people"
    title="Bring people in"
    :count="people"
    accept=".csv,.xlsx,.txt,.vcf,text/csv,text/vcard"
    :means="means"
    :cells="['Name', 'E-mail', 'Phone']"
    fill-words="Fill in what is missing with those who are there already"
  >
    A table (CSV) whose first line names its columns, or cards (vCard) from a phone. You see what comes in before
    anything is kept. Everybody you have:
    <a href="/api/contacts/export?as=csv" download>as CSV</a>,
    <a href="/api/contacts/export?as=xlsx" download>as XLSX</a>,
    <a href="/api/contacts/export?as=vcard" download>as cards</a>.
  </BringFile>
</template>
