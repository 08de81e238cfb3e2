<script setup lang="ts">
import type { PaperDocument } from '~~/core/document/model'
import type { PaperFigures } from '~~/core/layout/figures'
import ReadingView from '~/features/signer/ReadingView.vue'
import { lookOnly } from '~/features/signer/draft'

/** The paper as each party will see it: on a phone, and as the exact page. Nothing filled in here goes anywhere. */
const props = defineProps<{ title: string; pdf: string; document: PaperDocument; figures: PaperFigures | null }>()
const visible = defineModel<boolean>({ required: true })
const party = ref(props.document.parties[0]?.key ?? '')
const way = ref<'phone' | 'page'>('phone')
const state = lookOnly(toRef(props, 'figures'))
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="`${title}, as it will be seen`"
    :style="{ width: '820px' }"
    :draggable="false"
    dismissable-mask
  >
    <div class="acts">
      <OneOf
        v-model="party"
        autofocus
        label="As whom"
        :options="document.parties.map((p, i) => ({ value: p.key, label: p.label, number: i + 1 }))"
      />
      <span class="grow" />
      <OneOf
        v-model="way"
        label="How it is seen"
        :options="[
          { value: 'phone', label: 'On a phone' },
          { value: 'page', label: 'The page' },
        ]"
      />
      <Button as="a" variant="outlined" :href="pdf" target="_blank">Print it</Button>
    </div>
    <div
      v-if="way === 'phone'"
      class="w-[390px] max-w-full h-[62vh] overflow-auto my-0 mx-auto border border-hairline-strong rounded-[18px] bg-paper p-5 text-[17px] leading-normal font-serif"
      tabindex="0"
      role="region"
      aria-label="On a phone"
    >
      <ReadingView :key="party" :blocks="document.body" :state="state" :party="party" />
    </div>
    <PdfPages v-else :src="pdf" :title="title" />
  </Dialog>
</template>
