<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import { ASKED_BY } from '~~/core/follow-ups/facts'
import { type Minor, formatMoney } from '~~/core/money/money'
import { readAmount } from '~~/core/money/typed'
import { TEST_WORDS } from './sentence'
import Chip from './Chip.vue'
import { useFollowUps } from './useFollowUps'

/** What has to hold: all of these, each of them one of several. */
const props = defineProps<{ word: string; add: string }>()
type Test = { fact: string; is: keyof typeof TEST_WORDS; value: string }
const model = defineModel<Test[][]>({ required: true })
const store = useFollowUps()
const facts = computed(() => store.choices?.facts ?? [])
const currency = computed(() => store.data?.currency ?? 'GBP')
const locale = computed(() => store.data?.locale ?? 'en-GB')
const factOf = (t: Test) => facts.value.find((f) => f.key === t.fact)
const opsOf = (t: Test) =>
  (ASKED_BY[factOf(t)?.kind ?? 'words'] ?? []).map((is) => ({
    value: is,
    label: factOf(t)?.kind === 'yes' ? (is === 'given' ? 'is so' : 'is not so') : TEST_WORDS[is],
  }))
const asks = (t: Test) => t.is !== 'given' && t.is !== 'missing'
const first = (): Test => ({ fact: 'job.total', is: 'above', value: '' })
function set(i: number, j: number, change: Partial<Test>): void {
  model.value = model.value.map((any, a) => (a === i ? any.map((t, b) => (b === j ? { ...t, ...change } : t)) : any))
}
function setFact(i: number, j: number, fact: string): void {
  const kind = facts.value.find((f) => f.key === fact)?.kind ?? 'words'
  const before = model.value[i]![j]!
  set(i, j, { fact, is: ASKED_BY[kind].includes(before.is) ? before.is : ASKED_BY[kind][0]!, value: '' })
}
function drop(i: number, j: number): void {
  model.value = model.value.map((any, a) => (a === i ? any.filter((_, b) => b !== j) : any)).filter((any) => any.length)
}
const or = (i: number) => (model.value = model.value.map((any, a) => (a === i ? [...any, first()] : any)))
const and = () => (model.value = [...model.value, [first()]])
/** An amount as it was typed; what is none stays as it was. */
function setAmount(i: number, j: number, typed: string): void {
  const read = readAmount(typed, currency.value, locale.value)
  if (typed.trim() === '') set(i, j, { value: '' })
  else if ('value' in read) set(i, j, { value: String(read.value) })
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-2 gap-y-2.5">
    <template v-for="(any, i) in model" :key="i">
      <template v-for="(t, j) in any" :key="j">
        <span class="said">{{ j ? 'or' : i ? 'and' : props.word }}</span>
        <Chip
          :label="`What ${props.word} looks at`"
          :options="facts.map((f) => ({ value: f.key, label: f.label }))"
          :model-value="t.fact"
          @update:model-value="setFact(i, j, $event)"
        />
        <Chip label="How" :options="opsOf(t)" :model-value="t.is" @update:model-value="set(i, j, { is: $event })" />
        <template v-if="asks(t)">
          <Chip
            v-if="factOf(t)?.choices"
            label="Which"
            :options="factOf(t)!.choices!"
            :model-value="t.value"
            @update:model-value="set(i, j, { value: $event })"
          />
          <TypedText
            v-else-if="factOf(t)?.kind === 'amount'"
            :value="t.value === '' ? '' : formatMoney(Number(t.value) as Minor, currency, locale)"
            class="w-32 text-end"
            inputmode="decimal"
            maxlength="20"
            aria-label="Amount"
            @given="setAmount(i, j, $event)"
          />
          <InputNumber
            v-else-if="factOf(t)?.kind === 'number'"
            :model-value="t.value === '' ? null : Number(t.value)"
            :max-fraction-digits="4"
            aria-label="Number"
            input-class="w-24"
            @update:model-value="set(i, j, { value: $event === null ? '' : String($event) })"
          />
          <InputText
            v-else
            :model-value="t.value"
            class="w-44"
            maxlength="200"
            aria-label="What"
            :placeholder="factOf(t)?.kind === 'day' ? '2027-06-30' : ''"
            @update:model-value="set(i, j, { value: $event ?? '' })"
          />
        </template>
        <IconButton :label="`Leave out: ${factOf(t)?.label ?? 'this'}`" @click="drop(i, j)"
          ><X :size="16"
        /></IconButton>
      </template>
      <Button variant="text" size="small" @click="or(i)">or…</Button>
    </template>
    <Button variant="outlined" size="small" @click="and"
      ><Plus :size="15" />{{ model.length ? 'and if…' : props.add }}</Button
    >
  </div>
</template>

<style scoped>
.said {
  font: 18px/1.3 var(--serif);
}
</style>
