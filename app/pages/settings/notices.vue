<script setup lang="ts">
import {
  NOTICE_WORDS,
  WAY_WORDS,
  type NoticeKind,
  type NoticeWay,
  noticeKinds,
  noticeWays,
} from '~~/core/notices/notices'
import { noticeChoices } from '~~/shared/notices'
import { useNoticeChoices } from '~/features/notices/useNoticeList'
import SettingPage from '~/features/settings/SettingPage.vue'

/** What the member is told of, and by what way. */
useHead({ title: 'What am I told? · Upwold' })
const store = useNoticeChoices()
store.follow()
const { data, problem } = storeToRefs(store)
const notices = useNotices()
const form = reactive({ choices: {} as Record<NoticeKind, NoticeWay[]>, phone: '' })
/** What is read anew meanwhile doesn't take back what is being chosen. */
const begun = ref(false)
watch(
  data,
  (now) => {
    if (!now || begun.value) return
    Object.assign(form, structuredClone({ choices: { ...now.choices }, phone: now.phone }))
    begun.value = true
  },
  { immediate: true },
)
async function keep(body: object) {
  await store.keep(body as never)
  notices.say('Kept.')
}
const effect = computed(() => {
  const by = (way: NoticeWay) =>
    noticeKinds.filter((k) => form.choices[k]?.includes(way)).map((k) => NOTICE_WORDS[k].label)
  return noticeWays.map((way) => ({ way, of: by(way) })).filter((e) => e.of.length)
})
</script>

<template>
  <SettingPage title="What am I told?">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <FormOf v-if="data" v-slot="{ busy }" class="grid gap-4" :schema="noticeChoices" :given="() => form" :send="keep">
      <p class="soft">
        Each thing comes once, by the ways you choose. What is yours to move stands on Today in any case.
      </p>
      <fieldset v-for="k in noticeKinds" :key="k" class="border-0 p-0 m-0 grid gap-1">
        <legend class="font-semibold">{{ NOTICE_WORDS[k].label }}</legend>
        <span class="soft small">{{ NOTICE_WORDS[k].hint }}</span>
        <span class="flex flex-wrap gap-x-5 gap-y-1 mt-1">
          <label v-for="w in noticeWays" :key="w" class="row"
            ><Checkbox v-model="form.choices[k]" :value="w" :name="`${k}-${w}`" /> {{ WAY_WORDS[w] }}</label
          >
        </span>
      </fieldset>
      <FieldOf name="phone" label="Texts go to"
        ><InputText v-model="form.phone" type="tel" maxlength="40" placeholder="+44 1632 960 508" class="max-w-60"
      /></FieldOf>
      <p class="acts"><Button type="submit" :disabled="busy">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="320px" />
    <template #effect>
      <h2>What comes of it</h2>
      <ul class="ledger">
        <li v-for="e in effect" :key="e.way" class="py-2">
          <b>{{ WAY_WORDS[e.way] }}</b><span class="soft small block">{{ e.of.join(', ') }}</span>
        </li>
        <li v-if="!effect.length" class="soft">Nothing is said to you; Today still has it all.</li>
      </ul>
      <p class="soft small mt-2">The daily letter goes out at 7 in the morning, where there is something to say.</p>
    </template>
  </SettingPage>
</template>
