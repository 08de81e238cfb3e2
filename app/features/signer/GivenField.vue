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
  <span
    v-if="there"
    class="absolute flex items-center overflow-hidden whitespace-nowrap py-0 px-0.5 text-[#1b2a4a] font-sans leading-none"
    :style="placeOf(at, width, height)"
    >{{ givenText(says, at.field, there) }}</span
  >
</template>
