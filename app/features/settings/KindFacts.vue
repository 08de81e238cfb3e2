<script setup lang="ts">
import { X } from '@lucide/vue'
import type { FactType } from '~~/core/facts/facts'
import type { FactAsked } from '~~/shared/kinds'

/** What else a job of a kind has to say: each fact with what it may be. */
const facts = defineModel<FactAsked[]>({ required: true })
const TYPES: { value: FactType; label: string }[] = [
  { value: 'text', label: 'words' },
  { value: 'number', label: 'a number' },
  { value: 'choice', label: 'one of a few' },
  { value: 'day', label: 'a day' },
  { value: 'tick', label: 'yes or no' },
  { value: 'person', label: 'who works here' },
]
const list = useTemplateRef<HTMLElement>('list')
async function add(): Promise<void> {
  const key = `fact-${newKey().slice(0, 6)}`
  facts.value.push({ key, label: '', unit: '', type: 'text', choices: '', least: '', most: '' })
  await nextTick()
  list.value?.querySelector<HTMLElement>('li:last-child input')?.focus()
}
</script>

<template>
  <section aria-labelledby="facts" class="grid gap-2">
    <h2 id="facts">What else the job has to say</h2>
    <ol ref="list" class="grid gap-2" aria-label="Further facts">
      <li
        v-for="(f, i) in facts"
        :key="f.key"
        class="grid gap-2 items-start grid-cols-[minmax(0,1fr)_32px] phone:grid-cols-[minmax(0,1fr)_150px_minmax(0,1.2fr)_32px]"
      >
        <FieldOf :name="`facts.${i}.label`"
          ><InputText v-model="f.label" maxlength="60" class="w-full" :aria-label="`Fact ${i + 1}`"
        /></FieldOf>
        <IconButton class="phone:order-last" :label="`Take fact ${i + 1} away`" @click="facts.splice(i, 1)"
          ><X :size="16"
        /></IconButton>
        <Choice
          v-model="f.type"
          class="col-span-2 phone:col-span-1"
          :options="TYPES"
          :aria-label="`What fact ${i + 1} is`"
        />
        <FieldOf v-if="f.type === 'choice'" class="col-span-2 phone:col-span-1" :name="`facts.${i}.choices`"
          ><InputText
            v-model="f.choices"
            class="w-full"
            placeholder="mains, generator, none"
            :aria-label="`What fact ${i + 1} is chosen from`"
        /></FieldOf>
        <div v-else-if="f.type === 'number'" class="grid gap-2 grid-cols-3 col-span-2 phone:col-span-1">
          <InputText v-model="f.unit" maxlength="20" placeholder="unit" :aria-label="`Unit of fact ${i + 1}`" />
          <FieldOf :name="`facts.${i}.least`"
            ><InputText
              v-model="f.least"
              class="w-full"
              inputmode="decimal"
              placeholder="at least"
              :aria-label="`Least of fact ${i + 1}`"
          /></FieldOf>
          <FieldOf :name="`facts.${i}.most`"
            ><InputText
              v-model="f.most"
              class="w-full"
              inputmode="decimal"
              placeholder="at most"
              :aria-label="`Most of fact ${i + 1}`"
          /></FieldOf>
        </div>
        <InputText
          v-else-if="f.type === 'text'"
          v-model="f.unit"
          class="col-span-2 phone:col-span-1"
          maxlength="20"
          placeholder="unit"
          :aria-label="`Unit of fact ${i + 1}`"
        />
        <span v-else class="soft small self-center col-span-2 phone:col-span-1">{{
          f.type === 'day'
            ? 'picked or typed'
            : f.type === 'tick'
              ? 'ticked, or not'
              : 'chosen from those who work here'
        }}</span>
      </li>
    </ol>
    <p class="acts"><Button variant="outlined" size="small" @click="add">Another fact</Button></p>
  </section>
</template>
