<script setup lang="ts">
import { dayOf } from '~~/core/calendar/dates'
import type { NoticeView } from '~~/shared/notices'
import { useNoticeList } from '~/features/notices/useNoticeList'
import { useNeeds } from '~/features/today/useToday'

/** What the member was told of: what is new stands out until it is opened. */
useHead({ title: 'Notices · Upwold' })
const list = useNoticeList()
list.follow()
const { rows, first, more, busy, problem } = storeToRefs(list)
const needs = useNeeds()
const { busy: reading, act } = useAct()
const read = (ids: string[] | null) =>
  act(async () => {
    await list.read(ids)
    await needs.load()
  })
async function open(n: NoticeView) {
  if (!n.read) await read([n.id])
  await navigateTo(n.path)
}
const session = useSession()
const today = computed(() => dayOf(new Date().toISOString(), session.data?.business?.timeZone ?? 'UTC'))
</script>

<template>
  <div class="page max-w-215">
    <div class="head">
      <h1>Notices</h1>
      <span v-if="first" class="soft">{{ first.unread ? `${first.unread} new` : 'nothing new' }}</span>
      <span class="grow" />
      <Button v-if="first?.unread" variant="outlined" :disabled="reading" @click="read(null)">All read</Button>
      <LinkButton to="/settings/notices">What am I told?</LinkButton>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ul v-if="rows.length" class="ledger" aria-label="Notices">
      <li v-for="n in rows" :key="n.id" class="grid grid-cols-[26px_1fr_auto] gap-x-2 py-2.5 items-start">
        <StopMark :state="n.read ? 'not-yet' : 'yours'" class="mt-1" />
        <span class="min-w-0 wrap-anywhere"
          ><NuxtLink :to="n.path" :class="{ strong: !n.read }" @click.prevent="open(n)">{{ n.words }}</NuxtLink
          ><span v-if="!n.read" class="sr">, new</span
          ><span v-if="n.detail" class="soft small block whitespace-pre-line">{{ n.detail }}</span></span
        >
        <span class="soft small whitespace-nowrap">{{ whenWords(n.at, today) }}</span>
      </li>
    </ul>
    <EmptyList v-else-if="first" words="Nobody has told you anything yet." />
    <Skeleton v-else height="240px" />
    <Button v-if="more" variant="outlined" :disabled="busy" class="mt-3" @click="list.showMore()">Show more</Button>
  </div>
</template>
