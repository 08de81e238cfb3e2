<script setup lang="ts">
import type { FieldRule } from '~~/core/document/field'
import { useMarking } from './useMarking'

/** A rule on other fields: one condition, or several of which all or one must hold, each turned round if wanted. */
const props = defineProps<{ label: string; but: string }>()
const model = defineModel<FieldRule | undefined>({ required: true })
const table = useMarking()
const fields = computed(() => [
  ...new Map(
    table.ordered
      .filter((m) => m.field.key !== props.but && !m.words && m.state === 'settled')
      .map((m) => [m.field.key, m.field.label]),
  ),
])
const IS = {
  filled: 'is filled',
  empty: 'is empty',
  equal: 'is',
  contains: 'contains',
  above: 'is above',
  below: 'is below',
} as const

const nested = (r: FieldRule): r is { all: FieldRule[] } | { any: FieldRule[] } => 'all' in r || 'any' in r
const parts = (r: FieldRule): FieldRule[] => ('all' in r ? r.all : 'any' in r ? r.any : [r])
const bare = (r: FieldRule): FieldRule => ('not' in r ? r.not : r)
const turned = (r: FieldRule) => 'not' in r
const way = computed(() => (model.value && 'any' in bare(model.value) ? 'any' : 'all'))
const list = computed(() => (model.value ? parts(bare(model.value)) : []))
const whole = computed(() => !!model.value && turned(model.value))
function put(next: FieldRule[], how = way.value, not = whole.value): void {
  if (!next.length) model.value = undefined
  else {
    const rule: FieldRule =
      next.length === 1 && !nested(next[0]!) ? next[0]! : how === 'any' ? { any: next } : { all: next }
    model.value = not && !turned(rule) ? { not: rule } : rule
  }
}
const add = () => put([...list.value, { field: fields.value[0]?.[0] ?? '', is: 'filled' }])
const addGroup = () => put([...list.value, { any: [{ field: fields.value[0]?.[0] ?? '', is: 'filled' }] }])
const set = (i: number, r: FieldRule | undefined) => put(list.value.flatMap((x, k) => (k === i ? (r ? [r] : []) : [x])))
type One = Extract<FieldRule, { field: string }>
const one = (r: FieldRule): One | null => (nested(bare(r)) ? null : (bare(r) as One))
const change = (i: number, more: Partial<One>) => {
  const old = list.value[i]!
  const next = { ...one(old)!, ...more }
  set(i, turned(old) ? { not: next } : next)
}
const turn = (i: number) => set(i, turned(list.value[i]!) ? bare(list.value[i]!) : { not: list.value[i]! })
</script>

<template>
  <fieldset class="border border-hairline rounded-corner py-1.5 px-2.5 m-0">
    <legend class="small strong">{{ label }}</legend>
    <p v-if="list.length > 1" class="small">
      when
      <Choice
        aria-label="How these hold together"
        class="tight"
        :model-value="way"
        :options="[
          { value: 'all', label: 'all of these hold' },
          { value: 'any', label: 'one of these holds' },
        ]"
        @update:model-value="put(list, $event as 'all')"
      />
      <label><Checkbox binary :model-value="whole" @update:model-value="put(list, way, !whole)" /> turned round</label>
    </p>
    <div v-for="(r, i) in list" :key="i" class="part flex flex-wrap gap-1 items-center py-[3px] px-0">
      <template v-if="one(r)">
        <Choice
          aria-label="Field"
          class="tight"
          :model-value="one(r)!.field"
          :options="fields.map(([key, words]) => ({ value: key, label: words }))"
          @update:model-value="change(i, { field: $event })"
        />
        <Choice
          aria-label="Has to be"
          class="tight"
          :model-value="one(r)!.is"
          :options="Object.entries(IS).map(([is, words]) => ({ value: is, label: words }))"
          @update:model-value="change(i, { is: $event as 'filled' })"
        />
        <TypedText
          v-if="one(r)!.is !== 'filled' && one(r)!.is !== 'empty'"
          :value="one(r)!.value"
          class="tight"
          aria-label="Value"
          @given="change(i, { value: $event })"
        />
        <Button variant="text" :aria-pressed="turned(r)" @click="turn(i)">not</Button>
      </template>
      <RuleEdit v-else label="and in here" :but="but" :model-value="r" @update:model-value="set(i, $event)" />
      <Button variant="text" aria-label="Take this condition out" @click="set(i, undefined)"> Take out </Button>
    </div>
    <p>
      <Button variant="text" :disabled="!fields.length" @click="add">Add a condition</Button>
      <Button v-if="list.length" variant="text" @click="addGroup">Add several in one</Button>
    </p>
  </fieldset>
</template>

<style scoped>
.tight {
  width: auto;
  min-height: 30px;
  padding: 2px 6px;
  max-width: 130px;
}
.p-button[aria-pressed='true'] {
  font-weight: 700;
  color: var(--bracken);
}
</style>
