<script setup lang="ts">
/** Settings: a question at the left, its answer and what it does at the right. */
const session = useSession()
const route = useRoute()
const QUESTIONS = [
  ['/settings/business', 'Who we are'],
  ['/settings/look', 'What we look like'],
  ['/settings/money', 'How we price'],
  ['/settings/kinds', 'What kinds of job we do'],
  ['/settings/items', 'What we sell'],
  ['/settings/mail', 'How our letters go out'],
  ['/settings/texts', 'How our texts go out'],
  ['/settings/letters', 'What our letters say'],
  ['/settings/times', 'Who vouches for our times'],
  ['/settings/ways', 'What goes out, and does it'],
  ['/settings/rounds', 'What holds for all rounds'],
  ['/settings/desk', 'How our front desk works'],
  ['/settings/follow-ups', 'What happens by itself'],
  ['/settings/systems', 'Which systems we talk to'],
  ['/settings/kept', 'What is kept, and how long'],
  ['/settings/sets', 'What we begin with, as a file'],
] as const
const places = computed(() => [
  ...(session.may('settings') ? QUESTIONS : []),
  ...(session.may('members') ? [['/settings/members', 'Who works here, who may what'] as const] : []),
  ['/settings/notices', 'What am I told?'] as const,
  ['/settings/me', 'How I sign in'] as const,
])
watch(
  () => route.path,
  (path) => {
    if (path === '/settings') void navigateTo(places.value[0]![0], { replace: true })
  },
  { immediate: true },
)
</script>

<template>
  <div class="grid narrow:grid-cols-[236px_minmax(0,1fr)] narrow:min-h-[calc(100vh-82px)]">
    <nav
      class="flex overflow-x-auto gap-1 py-2.5 px-3.5 border-b border-b-hairline narrow:grid narrow:content-start narrow:py-6 narrow:ps-7 narrow:border-b-0 narrow:border-e narrow:border-e-hairline"
      aria-label="Settings"
    >
      <h2 class="hidden narrow:block">Settings</h2>
      <NuxtLink
        v-for="[to, words] in places"
        :key="to"
        :to="to"
        class="py-2 px-3 text-ink no-underline rounded-[4px] border-s-3 border-s-transparent whitespace-nowrap aria-[current]:bg-paper aria-[current]:border-s-heather aria-[current]:font-semibold narrow:whitespace-normal"
        :aria-current="`${route.path}/`.startsWith(`${to}/`) ? 'page' : undefined"
        >{{ words }}</NuxtLink
      >
    </nav>
    <div class="min-w-0"><NuxtPage /></div>
  </div>
</template>
