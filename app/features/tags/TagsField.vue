<script setup lang="ts">
import { X } from '@lucide/vue'
import { same, withTag, withoutTag } from '~~/core/tags/tags'
import { useTags } from './useTags'

/** The tags of a job or person: put on by typing, with those that are used already offered, and taken off again. */
const { tags, of, save } = defineProps<{
  tags: readonly string[]
  of: 'job' | 'person'
  save: (tags: string[]) => Promise<void>
}>()
const { busy, act } = useAct()
const session = useSession()
const may = computed(() => session.may('jobs'))
const typed = ref('')
const adding = ref(false)
const used = useTags()
used.follow()
const offered = ref<string[]>([])
const offer = ({ query }: { query: string }) => {
  const there = new Set(tags.map(same))
  offered.value = used[of].map((t) => t.tag).filter((t) => same(t).includes(same(query)) && !there.has(same(t)))
}
const put = (tag: string) =>
  act(async () => {
    if (!tag.trim()) return
    typed.value = ''
    await save(withTag(tags, tag))
    await used.load()
  })
const take = (tag: string) =>
  act(async () => {
    await save(withoutTag(tags, tag))
    await used.load()
  })
</script>

<template>
  <div class="flex flex-wrap gap-1.5 items-center" role="group" aria-label="Tags">
    <span v-for="t in tags" :key="t" class="tag"
      >{{ t
      }}<Button
        v-if="may"
        unstyled
        class="off"
        :disabled="busy"
        :aria-label="`Take the tag “${t}” off`"
        @click="take(t)"
        ><X :size="14" /></Button
    ></span>
    <template v-if="may">
      <AutoComplete
        v-if="adding"
        v-model="typed"
        :suggestions="offered"
        size="small"
        placeholder="a word"
        autofocus
        aria-label="Tag"
        @complete="offer"
        @option-select="put($event.value)"
        @keydown.enter.prevent="put(typed)"
        @keydown.esc="adding = false"
      />
      <Button v-else size="small" variant="text" @click="adding = true">Put a tag on</Button>
    </template>
  </div>
</template>

<style scoped>
.tag {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  min-height: 28px;
  padding: 0 4px 0 10px;
  border: 1px solid var(--hairline-strong);
  border-radius: 999px;
  background: var(--paper);
  font-size: var(--size-s);
}
.off {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border: 0;
  background: transparent;
  color: var(--ink-soft);
  cursor: pointer;
}
</style>
