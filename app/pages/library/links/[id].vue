<script setup lang="ts">
import FlowLine from '~/features/links/FlowLine.vue'
import FormPanel from '~/features/links/FormPanel.vue'
import HandOut from '~/features/links/HandOut.vue'
import HomePanel from '~/features/links/HomePanel.vue'
import PaperPanel from '~/features/links/PaperPanel.vue'
import SigningPanel from '~/features/links/SigningPanel.vue'
import ThenPanel from '~/features/links/ThenPanel.vue'
import TryIt from '~/features/links/TryIt.vue'
import WhoAnswered from '~/features/links/WhoAnswered.vue'
import { useLink } from '~/features/links/useLink'

/** A standing link: from the form to the paper, its signing, and back to the record. */
const link = useLink()
const { view, draft, problem, saved } = storeToRefs(link)
const route = useRoute()
watch(
  () => String(route.params.id),
  (id) => void link.open(id),
  { immediate: true },
)
useHead({ title: () => `${view.value?.name ?? 'Standing link'} · Upwold` })
useLeaving({ waits: link.saver.waits, saved: () => saved.value, flush: link.saver.flush })
const PANELS = { form: FormPanel, paper: PaperPanel, signing: SigningPanel, home: HomePanel, then: ThenPanel }
const at = ref<keyof typeof PANELS>('paper')
const trying = ref(false)
const { busy, act } = useAct()
const notices = useNotices()
const session = useSession()
const may = computed(() => session.may('library'))
const name = computed({
  get: () => draft.value?.name ?? '',
  set: (to) => link.set((d) => (d.name = to)),
})
const toggle = () =>
  act(async () => {
    const opening = view.value!.state !== 'open'
    await link.act(opening ? 'open' : 'close')
    notices.say(opening ? 'The link is open: whoever has the address can use it.' : 'The link is closed.')
  })
const discard = () =>
  act(async () => {
    await link.discard()
    await navigateTo('/library?at=links')
  })
const SHUT: Record<string, string> = {
  'not-yet': 'Open, from a day that is still to come.',
  over: 'Its last day is over: nobody can use it.',
  'other-day': 'Open, but not today.',
  full: 'As many have signed as may: nobody can use it.',
  'no-places': 'The session has no place left: nobody can use it.',
}
const nobody = computed(() => (view.value?.state === 'open' && view.value.shut ? SHUT[view.value.shut] : ''))
</script>

<template>
  <div class="page">
    <Skeleton v-if="!view && !problem" height="16rem" />
    <p v-else-if="!view || !draft" class="notice trouble" role="alert">{{ problem }}</p>
    <template v-else>
      <div class="head">
        <h1 class="sr">{{ view.name }}</h1>
        <InputText v-model="name" class="title" aria-label="What it is called" maxlength="120" :disabled="!may" />
        <span class="soft small" role="status">{{ view.state }}{{ saved === 'saved' ? '' : `, ${saved}` }}</span>
        <span class="grow" />
        <Button variant="outlined" :disabled="!draft.templates.length" @click="trying = true">Try it</Button>
        <Button
          v-if="may"
          :disabled="busy || (view.state !== 'open' && view.against.length > 0)"
          :variant="view.state === 'open' ? 'outlined' : undefined"
          @click="toggle"
          >{{ view.state === 'open' ? 'Close the link' : 'Open the link' }}</Button
        >
      </div>
      <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
      <p v-if="nobody" class="notice" role="status">{{ nobody }}</p>
      <FlowLine v-model="at" :stops="view.stops" />
      <div class="two">
        <div>
          <component :is="PANELS[at]" />
          <ul v-if="view.against.length" class="mt-5" aria-label="Before it can be opened">
            <li v-for="a in view.against" :key="a" class="text-bracken small">{{ a }}</li>
          </ul>
        </div>
        <aside class="bg-desk p-5" aria-label="Handing it out"><HandOut :key="view.url" /></aside>
      </div>
      <WhoAnswered />
      <p v-if="may && !view.answers.length && view.state !== 'open'" class="mt-4">
        <Button variant="text" :disabled="busy" @click="discard">Throw this link away</Button>
      </p>
      <TryIt v-if="trying" @close="trying = false" />
    </template>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 320px);
  gap: 28px;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
.title {
  font: 600 var(--size-xl) var(--serif);
  border-color: transparent;
  background: transparent;
  padding-inline: 0;
  min-width: min(100%, 360px);
}
.title:hover,
.title:focus {
  border-color: var(--hairline-strong);
  background: var(--paper);
  padding-inline: 8px;
}
</style>
