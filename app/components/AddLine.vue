<script setup lang="ts">
import type { Minor } from '~~/core/money/money'
import type { PricedLine } from '~~/core/pricing/pricing'
import { useLibrary } from '~/features/library/useLibrary'

/** Adds a priced line: an item of the catalogue with its price, or one's own words. */
defineProps<{ currency: string }>()
const emit = defineEmits<{ add: [line: PricedLine] }>()
const library = useLibrary()
library.follow()
const session = useSession()
const pick = ref('')
const key = () => `l${newKey().slice(0, 8)}`
function add() {
  const item = library.items.find((c) => c.id === pick.value)
  emit('add', {
    key: key(),
    description: item?.description ?? '',
    unit: item?.unit ?? '',
    quantity: item?.clientQuantity?.min ?? '1',
    unitPrice: item?.unitPrice ?? (0 as Minor),
    discount: null,
    taxRate: item?.taxRate ?? session.data?.business?.taxRate ?? '20',
    optional: false,
    group: null,
    chosen: true,
    clientQuantity: item?.clientQuantity ?? null,
  })
  pick.value = ''
}
</script>

<template>
  <Choice
    v-model="pick"
    aria-label="From the catalogue"
    :options="[
      { value: '', label: 'A line of your own' },
      ...library.items.map((c) => ({
        value: c.id,
        label: `${c.description}, ${money(c.unitPrice, currency)}${c.unit ? ` a ${c.unit.replace(/s$/, '')}` : ''}`,
      })),
    ]"
  />
  <Button variant="outlined" @click="add">Add the line</Button>
</template>

<style scoped>
label {
  width: 320px;
}
</style>
