<script setup lang="ts">
/** Settings: a question at the left, its answer and what it does at the right. */
const session = useSession()
const route = useRoute()
const owner = computed(() => session.data?.member?.role === 'owner')
const QUESTIONS = [
  ['/settings/business', 'Who we are'],
  ['/settings/money', 'How we price'],
  ['/settings/kinds', 'What kinds of job we do'],
  ['/settings/items', 'What we sell'],
  ['/settings/members', 'Who works here, who may what'],
  ['/settings/mail', 'How our letters go out'],
  ['/settings/rounds', 'What holds for all rounds'],
  ['/settings/sets', 'What we begin with, as a file'],
] as const
const places = computed(() => [...(owner.value ? QUESTIONS : []), ['/settings/me', 'My password and PIN'] as const])
watch(
  () => route.path,
  (path) => {
    if (path === '/settings') void navigateTo(owner.value ? '/settings/business' : '/settings/me', { replace: true })
  },
  { immediate: true },
)
</script>

<template>
  <div class="settings">
    <nav aria-label="Settings">
      <h2>Settings</h2>
      <NuxtLink
        v-for="[to, words] in places"
        :key="to"
        :to="to"
        :aria-current="`${route.path}/`.startsWith(`${to}/`) ? 'page' : undefined"
        >{{ words }}</NuxtLink
      >
    </nav>
    <div class="min-w-0"><NuxtPage /></div>
  </div>
</template>

<style scoped>
.settings {
  display: grid;
  grid-template-columns: 236px minmax(0, 1fr);
  min-height: calc(100vh - 82px);
}
nav {
  display: grid;
  gap: 4px;
  align-content: start;
  padding: 24px 14px 24px 28px;
  border-right: 1px solid var(--hairline);
}
nav a {
  padding: 8px 12px;
  color: var(--ink);
  text-decoration: none;
  border-inline-start: 3px solid transparent;
  border-radius: 4px;
}
nav a[aria-current] {
  background: var(--paper);
  border-color: var(--heather);
  font-weight: 600;
}
@media (max-width: 900px) {
  .settings {
    grid-template-columns: minmax(0, 1fr);
  }
  nav {
    display: flex;
    overflow-x: auto;
    padding: 10px 14px;
    border-right: 0;
    border-bottom: 1px solid var(--hairline);
  }
  nav h2 {
    display: none;
  }
  nav a {
    white-space: nowrap;
  }
}
</style>
