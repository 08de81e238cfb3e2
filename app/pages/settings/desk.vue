<script setup lang="ts">
import { deskSettings } from '~~/shared/desk'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** How the front desk works: what is kept of a document that is scanned, and whether guests get a badge. */
useHead({ title: 'How our front desk works · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const notices = useNotices()
const form = reactive({ keeps: [] as ('born' | 'document')[], badges: false })
const { send } = useKept({
  kept: () => data.value?.desk,
  form: () => form,
  take: ({ keeps, badges }) => Object.assign(form, { keeps: [...keeps], badges }),
})
async function keep(body: object) {
  await send((headers) => business.keep('desk', body, headers))
  notices.say('Kept. It holds from the next scan on.')
}
const effect = computed(() => [
  'Nadia Ferrer',
  ...(form.keeps.includes('born') ? ['born 14 May 1992'] : []),
  ...(form.keeps.includes('document') ? ['showed a passport, good until 2 April 2031'] : []),
])
</script>

<template>
  <SettingPage title="How our front desk works" says="scans and badges" :problem="problem">
    <Skeleton v-if="!data" height="240px" />
    <div v-else class="grid gap-8 narrow:grid-cols-2 max-w-220">
      <FormOf v-slot="{ busy }" class="grid gap-3" :schema="deskSettings" :given="() => form" :send="keep">
        <fieldset class="border-0 p-0 m-0 grid gap-1">
          <legend class="strong">When a document is scanned we keep, beside the name,</legend>
          <label class="flex gap-3 items-center min-h-11"
            ><Checkbox v-model="form.keeps" value="born" /><span>the day of birth, of somebody new</span></label
          >
          <label class="flex gap-3 items-center min-h-11"
            ><Checkbox v-model="form.keeps" value="document" /><span
              >that it was shown: which kind, until when it is good, who looked</span
            ></label
          >
        </fieldset>
        <label class="flex gap-3 items-center min-h-11"
          ><ToggleSwitch v-model="form.badges" /><span
            >Guests who are here get a badge, as a PDF to print on A6</span
          ></label
        >
        <p class="acts"><Button type="submit" :disabled="busy">Keep this</Button></p>
      </FormOf>
      <aside class="bg-desk p-5 rounded-corner grid gap-2 content-start" aria-label="What stands in the record">
        <h2 class="text-m">What stands in the record after a scan</h2>
        <p v-for="line in effect" :key="line">{{ line }}</p>
        <p class="soft small">Numbers of documents and pictures of them are never kept.</p>
      </aside>
    </div>
  </SettingPage>
</template>
