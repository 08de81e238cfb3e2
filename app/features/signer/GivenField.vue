<script setup lang="ts">
import type { PlacedField } from '~~/core/layout/types'
import type { SignerView } from '~~/shared/signer'
import { givenText, placeOf } from './given'
import { useSays } from './says'

/** What somebody else has given, at its exact place on a page. */
const props = defineProps<{ at: PlacedField; width: number; height: number }>()
const says = useSays()
const given = inject<Ref<SignerView['given']>>('given', ref({}))
const there = computed(() => given.value[props.at.field.key])
</script>

<template>
  <span v-if="there" class="given" :style="placeOf(at, width, height)">{{ givenText(says, at.field, there) }}</span>
</template>

<style scoped>
.given {
  position: absolute;
  display: flex;
  align-items: center;
  overflow: hidden;
  white-space: nowrap;
  padding: 0 2px;
  color: #1b2a4a;
  font-family: var(--sans);
  line-height: 1;
}
</style>
