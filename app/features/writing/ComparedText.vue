<script setup lang="ts">
import { pictureWords } from '~~/core/amend/amend'
import type { Compared } from '~~/core/amend/compare'
import type { Inline } from '~~/core/document/model'
import { labelOf } from './say'

/** Two versions in one text: struck and added words; what is the same is left out, unless `all` is asked for. */
const props = defineProps<{ list: Compared[]; all?: boolean }>()
function words(i: Inline): string {
  if (i.t === 'text') return i.text
  if (i.t === 'value') return `[${labelOf(i.path)}]`
  if (i.t === 'picture') return pictureWords(i)
  return i.t === 'field' ? `[${i.field.label}]` : ' '
}
const changed = computed(() => props.list.filter((c) => props.all || c.kind !== 'same'))
</script>

<template>
  <p v-if="!changed.length" class="soft">Both say the same.</p>
  <p v-for="(c, i) in changed" :key="i" class="text-m leading-normal font-serif mb-2.5" :class="c.kind">
    <template v-for="(x, k) in c.content" :key="k"
      ><del v-if="c.kind === 'removed' || ('change' in x && x.change === 'struck')" class="text-bracken">{{
        words(x)
      }}</del
      ><ins v-else-if="c.kind === 'added' || ('change' in x && x.change === 'added')" class="text-moss decoration-2">{{
        words(x)
      }}</ins
      ><template v-else>{{ words(x) }}</template></template
    >
  </p>
</template>
