<script setup lang="ts">
import {
  SearchQuery,
  findNext,
  findPrev,
  getMatchHighlights,
  replaceAll,
  replaceNext,
  setSearchState,
} from 'prosemirror-search'
import { useSheet } from './useSheet'

/** Finds words on the sheet, and puts others in their place, one by one or all at once. Values and fields stay as they are. */
const emit = defineEmits<{ close: [] }>()
const { editor } = storeToRefs(useSheet())
const notices = useNotices()
const words = ref('')
const instead = ref('')
const count = ref(0)
const box = useTemplateRef<{ $el: HTMLInputElement }>('box')
onMounted(() => box.value?.$el.focus())

const counted = () => {
  count.value = editor.value ? getMatchHighlights(editor.value.state).find().length : 0
}
/** Tells the sheet what is looked for; the matches are marked there. */
function look(): void {
  const e = editor.value
  if (!e || e.isDestroyed) return
  const query = new SearchQuery({ search: words.value, replace: instead.value, literal: true })
  e.view.dispatch(setSearchState(e.state.tr, query).setMeta('addToHistory', false))
  counted()
}
watch([words, instead], look)
type Step = typeof findNext
/** Does a step from where the cursor is, and shows where it led. */
function step(what: Step): void {
  const e = editor.value
  if (e && words.value) what(e.state, e.view.dispatch.bind(e.view), e.view)
  counted()
}
function all(): void {
  const n = count.value
  step(replaceAll)
  notices.say(`${n === 1 ? 'One place says' : `${n} places say`} it now.`, {
    undo: () => editor.value?.commands.undo(),
  })
}
onBeforeUnmount(() => {
  words.value = ''
  look()
})
const found = computed(() => (!words.value ? '' : count.value === 1 ? '1 place' : `${count.value} places`))
</script>

<template>
  <form
    class="flex flex-wrap gap-2 items-center max-w-[794px] mx-auto mb-2 p-2 bg-paper border border-hairline-strong rounded-corner"
    role="search"
    aria-label="On the sheet"
    @submit.prevent="step(findNext)"
    @keydown.esc.stop="emit('close')"
  >
    <InputText ref="box" v-model="words" class="w-44!" size="small" aria-label="Find on the sheet" placeholder="Find" />
    <span class="soft small" role="status">{{ found }}</span>
    <Button type="submit" variant="outlined" size="small" :disabled="!count">Next</Button>
    <Button variant="outlined" size="small" :disabled="!count" @click="step(findPrev)">The one before</Button>
    <InputText
      v-model="instead"
      class="w-44!"
      size="small"
      aria-label="Put in its place"
      placeholder="Put in its place"
    />
    <Button variant="outlined" size="small" :disabled="!count" @click="step(replaceNext)">Replace</Button>
    <Button variant="outlined" size="small" :disabled="!count" @click="all">Replace all</Button>
    <span class="grow" />
    <Button variant="text" size="small" @click="emit('close')">Done</Button>
  </form>
</template>
