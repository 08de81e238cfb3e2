<script setup lang="ts">
import { X } from '@lucide/vue'
import type { CalledOffAsked } from '~~/shared/kinds'

/** What is kept when a job of a kind is called off, by how near its day is. */
const steps = defineModel<CalledOffAsked[]>({ required: true })
defineProps<{ first: string }>()
const add = () => steps.value.push({ key: newKey(), within: '', keep: 'percent', percent: '50' })
</script>

<template>
  <section aria-labelledby="called-off" class="grid gap-2">
    <h2 id="called-off">If it is called off</h2>
    <p v-if="!steps.length" class="soft small">Nothing is kept, however late.</p>
    <ol v-else class="grid gap-2" aria-label="Steps of calling off">
      <li
        v-for="(s, i) in steps"
        :key="s.key"
        class="grid gap-2 items-center grid-cols-[64px_minmax(0,1fr)_32px] phone:grid-cols-[64px_160px_minmax(0,1fr)_80px_32px]"
      >
        <FieldOf :name="`calledOff.${i}.within`"
          ><InputText
            v-model="s.within"
            class="w-full"
            inputmode="numeric"
            maxlength="4"
            :aria-label="`Days before, step ${i + 1}`"
        /></FieldOf>
        <span>days before, or less:</span>
        <IconButton class="phone:order-last" :label="`Take step ${i + 1} away`" @click="steps.splice(i, 1)"
          ><X :size="16"
        /></IconButton>
        <Choice
          v-model="s.keep"
          class="col-span-3 phone:col-span-1"
          :aria-label="`What is kept, step ${i + 1}`"
          :options="[
            { value: 'first', label: `we keep the first stage${first ? ` (${first})` : ''}` },
            { value: 'percent', label: 'we keep a share, in percent' },
          ]"
        />
        <FieldOf v-if="s.keep === 'percent'" class="col-span-3 phone:col-span-1" :name="`calledOff.${i}.percent`"
          ><InputText
            v-model="s.percent"
            class="w-full"
            inputmode="decimal"
            maxlength="6"
            placeholder="%"
            :aria-label="`Percent, step ${i + 1}`"
        /></FieldOf>
        <span v-else />
      </li>
    </ol>
    <p class="acts"><Button variant="outlined" size="small" @click="add">Another step</Button></p>
  </section>
</template>
