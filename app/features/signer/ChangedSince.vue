<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { useSays } from './says'

/** What reads differently from what they signed before. */
const props = defineProps<{ view: SignerView }>()
const says = useSays()
const changed = computed(() => props.view.papers.flatMap((p) => p.changed))
</script>

<template>
  <section v-if="changed.length" class="notice mt-3 mb-0 mx-5" :aria-label="says('corrected')">
    <p>{{ says('corrected') }}</p>
    <ul>
      <li v-for="(c, i) in changed" :key="i" class="py-1.5 px-0 font-serif">
        <del v-if="c.was" class="text-bracken">{{ c.was }}</del> <ins v-if="c.is">{{ c.is }}</ins>
      </li>
    </ul>
  </section>
</template>
