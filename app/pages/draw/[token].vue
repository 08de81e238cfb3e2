<script setup lang="ts">
import type { Language } from '~~/core/text/language'
import type { SignatureMark } from '~~/shared/signing'
import { isRightToLeft } from '~~/shared/words'
import SignatureSheet from '~/features/signer/SignatureSheet.vue'
import { SAYS, sayingIn } from '~/features/signer/says'

/** On the phone: draws or types what is to stand in the paper that is open on another screen. */
definePageMeta({ layout: 'plain' })
const route = useRoute()
const token = encodeURIComponent(String(route.params.token))
const what = 'initials' in route.query ? ('initials' as const) : ('signature' as const)
const fetcher = useRequestFetch()
const { data: view, error } = await useAsyncData(`draw-${token}`, () =>
  fetcher<{ name: string; language: Language }>(`/api/draw/${token}`),
)
if (import.meta.server && error.value) setResponseStatus(useRequestEvent()!, 404)
const { says, ready } = sayingIn(() => view.value?.language ?? 'en')
provide(SAYS, says)
await ready
const direction = computed(() => (isRightToLeft(says.value.language) ? 'rtl' : 'ltr'))
useHead({
  htmlAttrs: { lang: () => says.value.language, dir: direction },
  title: () => says.value('yourSignature'),
  meta: [{ name: 'robots', content: 'noindex' }],
})
const { act, told } = useSaid()
const done = ref(false)
const give = (mark: SignatureMark) =>
  act(async () => {
    await api(`/api/draw/${token}`, { method: 'POST', body: { what, mark } })
    done.value = true
  })
function useSaid() {
  const said = ref('')
  return {
    told: said,
    async act(work: () => Promise<void>) {
      said.value = ''
      try {
        await work()
      } catch (e) {
        said.value = wordsOf(e)
      }
    },
  }
}
</script>

<template>
  <div class="max-w-130 my-0 mx-auto min-h-screen bg-paper py-6 px-5 grid gap-4 content-start" :dir="direction">
    <h1 class="text-xl">
      {{ view ? says(what === 'initials' ? 'yourInitials' : 'yourSignature') : says('linkNothing') }}
    </h1>
    <p v-if="!view" role="alert">{{ says('linkUnknown') }}</p>
    <p v-else-if="done" role="status">{{ says('phoneThanks') }}</p>
    <SignatureSheet v-else :name="view.name" :what="what" :current="null" @done="give" />
    <p v-if="told" class="error" role="alert">{{ told }}</p>
  </div>
</template>
