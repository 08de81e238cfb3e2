<script setup lang="ts">
import { useIntervalFn, useMediaQuery, whenever } from '@vueuse/core'
import PostBack from '~/features/post/PostBack.vue'
import { usePost } from '~/features/post/usePost'

useHead({ title: 'Post room · Upwold' })
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const session = useSession()
const post = usePost()
post.follow()
const { rows, shown, problem } = storeToRefs(post)
const { busy, act } = useAct()
const reveal = () => act(post.reveal)
const open = (id: string) => act(() => post.open(id))
// The newest is shown until one is chosen.
shown.value = null
whenever(
  () => rows.value?.[0]?.id,
  (id) => void open(id),
  { immediate: true, once: true },
)
useIntervalFn(() => post.load(), 3000)
useRowKeys()
useListKeys('In the post room')
const roomy = useMediaQuery('(min-width: 801px)')
const origin = window.location.origin
/** The text in pieces, links of this Upwold told apart so that they can be followed. */
const parts = computed(() =>
  (shown.value?.text ?? '').split(/(https?:\/\/\S+)/).map((t) => ({
    t,
    link: t.startsWith(origin) || /^https?:\/\/(localhost|127\.0\.0\.1)/.test(t) ? new URL(t).pathname : null,
  })),
)
</script>

<template>
  <div class="page">
    <div class="head">
      <h1>Post room</h1>
      <span class="soft">every message that went out, as the mailboxes show it</span>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <Splitter v-if="rows?.length" :layout="roomy ? 'horizontal' : 'vertical'" class="min-h-[60vh]">
      <SplitterPanel :size="34" :min-size="20"
        ><ul class="ledger flex-1 m-0 max-h-[78vh] overflow-auto" aria-label="Messages">
          <li v-for="r in rows" :key="r.id">
            <Button unstyled data-row class="row" :aria-current="shown?.id === r.id" @click="open(r.id)">
              <b class="ellipsis">{{ r.subject }}</b><span class="soft small">{{ whenWords(r.at, today) }}</span
              ><span class="soft small ellipsis">{{ r.to }}</span>
            </Button>
          </li>
        </ul></SplitterPanel
      >
      <SplitterPanel :size="66" :min-size="30"
        ><article v-if="shown" class="letter py-5 px-6" aria-label="Message">
          <h2 class="serif">{{ shown.subject }}</h2>
          <p class="soft small">from {{ shown.from }}<br />to {{ shown.to }}</p>
          <p class="body whitespace-pre-line my-3.5 mx-0">
            <template v-for="(p, i) in parts" :key="i"
              ><a v-if="p.link" :href="p.link" target="_blank" rel="noopener">{{ p.t }}</a
              ><template v-else>{{ p.t }}</template></template
            >
          </p>
          <p v-if="shown.closed && session.data?.postRoomOpens" class="flex flex-wrap gap-2.5 items-center">
            <Button variant="outlined" :disabled="busy" @click="reveal">Open it as {{ shown.to }}</Button>
            <span class="soft small">That you looked stands in the record of its round.</span>
          </p>
          <p v-for="(a, n) in shown.attachments" :key="a">
            <a :href="`/api/post/${shown.id}/attachment?n=${n}`" target="_blank">{{ a }}</a>
          </p>
          <PostBack v-if="session.may('jobs')" :key="shown.id" /></article
      ></SplitterPanel>
    </Splitter>
    <EmptyList v-else-if="rows" words="No message has gone out yet." />
    <WaitingPage v-else-if="!problem" />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 10px;
  width: 100%;
  text-align: left;
  border: 0;
  background: none;
  padding: 9px 6px;
  cursor: pointer;
}
.row[aria-current='true'] {
  background: var(--heather-tint);
}
.letter h2 {
  font-size: 20px;
  color: var(--ink);
}
@media (max-width: 800px) {
  .ledger {
    max-height: 40vh;
  }
}
</style>
