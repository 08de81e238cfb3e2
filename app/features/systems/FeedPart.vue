<script setup lang="ts">
import { useFeed } from './useSystems'

/** One's own calendar by a private address: what it shows, renewed, taken away. */
const feed = useFeed()
feed.follow()
const { data, problem } = storeToRefs(feed)
const { busy, act } = useAct()
const notices = useNotices()
const asking = useAsking()
const SHOWS = [
  ['jobs', 'jobs'],
  ['deadlines', 'papers that lapse'],
  ['stages', 'payments that fall due'],
  ['tasks', 'your tasks'],
  ['entries', 'what follow-ups note'],
] as const
const shows = ref<string[]>([])
watch(
  () => data.value?.shows,
  (now) => now && (shows.value = [...now]),
  { immediate: true },
)
const keep = () => act(() => feed.keep(shows.value as never))
const copy = async () => {
  await navigator.clipboard.writeText(data.value!.url!)
  notices.say('The address is copied.')
}
const renew = () =>
  act(async () => {
    if (
      !(await asking.ask('Give it another address? Programs that read this one see nothing more.', 'Another address'))
    )
      return
    await feed.renew()
  })
</script>

<template>
  <section aria-labelledby="calendar" class="grid gap-2">
    <h2 id="calendar">Your calendar in other programs</h2>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-if="data">
      <fieldset class="border-0 p-0 m-0 flex flex-wrap gap-x-5">
        <legend class="sr-only">It shows</legend>
        <label v-for="[value, words] in SHOWS" :key="value" class="flex gap-2 items-center min-h-10"
          ><Checkbox v-model="shows" :value="value" :disabled="busy" @update:model-value="data.url && keep()" /><span>{{
            words
          }}</span></label
        >
      </fieldset>
      <template v-if="data.url">
        <p class="flex flex-wrap gap-2 items-center">
          <InputText :model-value="data.url" readonly class="flex-1 min-w-60" aria-label="Its private address" />
          <Button variant="outlined" @click="copy">Copy</Button>
        </p>
        <p class="flex flex-wrap gap-2 items-center small">
          <span class="soft flex-1"
            >Whoever has this address sees it. {{ data.readAt ? 'It is being read.' : 'Nobody has read it yet.' }}</span
          >
          <Button variant="text" size="small" :disabled="busy" @click="renew">Another address</Button>
          <Button variant="text" size="small" :disabled="busy" @click="act(() => feed.drop())">Take it away</Button>
        </p>
      </template>
      <p v-else>
        <Button variant="outlined" :disabled="busy || !shows.length" @click="keep">Make its address</Button>
      </p>
    </template>
    <Skeleton v-else height="80px" />
  </section>
</template>
