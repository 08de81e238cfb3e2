<script setup lang="ts">
import { Columns2, X } from '@lucide/vue'
import { addVariant, dropVariant, renameVariant } from '~~/core/pricing/arrange'
import { type Minor } from '~~/core/money/money'
import { type PricedLine } from '~~/core/pricing/pricing'
import { takenOf, variantsOf, withVariant } from '~~/core/pricing/variants'

/** The variants of a quote side by side, each with its total; the client takes one of them and the others lapse. */
const props = defineProps<{ lines: PricedLine[]; currency: string; total: (lines: PricedLine[]) => Minor | null }>()
const emit = defineEmits<{ put: [lines: PricedLine[]] }>()
const names = computed(() => variantsOf(props.lines))
const taken = computed(() => takenOf(props.lines))
const add = () =>
  emit(
    'put',
    addVariant(props.lines, () => `l${newKey().slice(0, 8)}`),
  )
const sum = (name: string) => {
  const total = props.total(withVariant(props.lines, name))
  return total === null ? '' : money(total, props.currency)
}
</script>

<template>
  <fieldset v-if="names.length" class="grid gap-2 mb-3 border-0 p-0 m-0">
    <legend class="soft small">Side by side: the client takes one, the others lapse</legend>
    <ul class="flex flex-wrap gap-2">
      <li v-for="name in names" :key="name" class="acts border border-hairline rounded-corner py-1 px-2">
        <RadioButton
          :model-value="taken"
          :value="name"
          :input-id="`variant-${name}`"
          :aria-label="`Propose ${name}`"
          @update:model-value="emit('put', withVariant(lines, name))"
        />
        <TypedText
          :value="name"
          class="w-36"
          maxlength="40"
          :aria-label="`Name of variant ${name}`"
          @given="emit('put', renameVariant(lines, name, $event))"
        />
        <b class="money">{{ sum(name) }}</b>
        <span v-if="name === taken" class="soft small">proposed</span>
        <IconButton :label="`Remove variant ${name}`" hint="Remove" @click="emit('put', dropVariant(lines, name))"
          ><X :size="16"
        /></IconButton>
      </li>
      <li><Button variant="text" size="small" @click="add">Another variant</Button></li>
    </ul>
  </fieldset>
  <p v-else-if="lines.length" class="acts">
    <Button variant="text" size="small" @click="add"
      ><Columns2 :size="16" aria-hidden="true" />A second variant beside this one</Button
    >
  </p>
</template>
