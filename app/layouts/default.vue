<script setup lang="ts">
import { Bell } from '@lucide/vue'
import vTooltip from 'primevue/tooltip'
import type { Standin } from '~/composables/session'
import { useNeeds } from '~/features/today/useToday'

useStream()
const session = useSession()
const route = useRoute()
const PLACES = [
  ['/', 'Today'],
  ['/jobs', 'Jobs'],
  ['/papers', 'Papers'],
  ['/money', 'Money'],
  ['/people', 'People'],
  ['/library', 'Library'],
] as const
/** Money is for those who may see it. */
const places = computed(() => PLACES.filter(([to]) => to !== '/money' || session.may('money')))
const here = (path: string) => (path === '/' ? route.path === '/' : route.path.startsWith(path))
const initials = computed(
  () =>
    session.data?.member?.name
      .split(' ')
      .map((w) => w[0])
      .join('')
      .slice(0, 2) ?? '',
)
const PRETENDED: Record<Standin, string> = {
  cards: 'card payments',
  identity: 'identity checks',
  post: 'the post',
  times: 'time stamps',
  neighbour: 'other systems',
}
/** What of the outside world is pretended, in words. */
const pretended = computed(() => {
  const list = (session.data?.standins ?? []).map((s) => PRETENDED[s])
  return list.length > 1 ? `${list.slice(0, -1).join(', ')} and ${list.at(-1)}` : (list[0] ?? '')
})
const menu = useTemplateRef<{ toggle(event: Event): void }>('menu')
const help = useHelp()
const needs = useNeeds()
needs.follow()
watch(
  () => route.path,
  () => void needs.load().catch(() => {}),
)
const count = computed(() => needs.data?.count ?? 0)
useKeys({
  '?': () => {
    help.open = true
  },
})
async function signOut() {
  await api('/api/session', { method: 'DELETE' })
  session.data = null
  await navigateTo('/sign-in')
}
const acts = computed(() => [
  ...(session.may('desk') ? [{ label: 'Front desk', command: () => navigateTo('/desk') }] : []),
  { label: 'Settings', command: () => navigateTo('/settings') },
  { label: 'Post room', command: () => navigateTo('/post') },
  {
    label: session.may('members') ? 'Doors: who is signed in' : 'Where you are signed in',
    command: () => navigateTo('/account'),
  },
  ...(session.may('settings') ? [{ label: 'Sealing certificate', url: '/api/certificate' }] : []),
  {
    label: 'Keys of this screen',
    command: () => {
      help.open = true
    },
  },
  { label: 'Sign out', command: signOut },
])
</script>

<template>
  <div>
    <a href="#main" class="skip absolute -left-[999px]">To the content</a>
    <header class="band">
      <NuxtLink to="/" class="mark" aria-label="Upwold, Today"
        ><svg viewBox="0 0 32 24" width="30" height="24" aria-hidden="true">
          <path
            d="M2 20c5-1 6-13 10-13s4 12 8 12 3-4 8-4M8 13c2-5 4-9 6-10 3 1 4 7 9 8"
            fill="none"
            stroke="currentColor"
            stroke-width="2"
            stroke-linecap="round"
          /></svg
        ><span>Upwold</span></NuxtLink
      >
      <nav aria-label="Places" class="places flex gap-5.5 self-stretch">
        <NuxtLink v-for="[to, name] in places" :key="to" :to="to" :aria-current="here(to) ? 'page' : undefined"
          >{{ name
          }}<span v-if="to === '/' && count" class="needs" :title="`${count} yours to move`"
            >{{ count > 99 ? '99+' : count }}<span class="sr"> yours to move</span></span
          ></NuxtLink
        >
      </nav>
      <span class="grow" />
      <FindBox />
      <NuxtLink v-if="session.may('desk')" to="/desk" external class="desk">Front desk</NuxtLink>
      <NuxtLink
        v-tooltip.bottom="'Notices'"
        to="/notices"
        class="bell"
        :aria-label="needs.data?.notices ? `Notices, ${needs.data.notices} new` : 'Notices'"
        ><Bell :size="20" /><span v-if="needs.data?.notices" class="needs" aria-hidden="true">{{
          needs.data.notices > 99 ? '99+' : needs.data.notices
        }}</span></NuxtLink
      >
      <Button
        unstyled
        class="avatar"
        :aria-label="`Menu of ${session.data?.member?.name}`"
        aria-haspopup="menu"
        @click="menu?.toggle($event)"
      >
        {{ initials }}
      </Button>
      <Menu ref="menu" popup :model="acts">
        <template #start>
          <p class="small py-2 px-2.5">
            <span class="strong">{{ session.data?.member?.name }}</span><br /><span class="soft"
              >{{ session.data?.business?.name }}, {{ session.data?.member?.role }}</span
            >
          </p>
        </template>
      </Menu>
    </header>
    <p
      v-if="pretended"
      class="pretended bg-gorse-tint text-gorse text-s py-1 px-7 border-b border-b-hairline"
      role="note"
    >
      Pretended here: {{ pretended }}. Nothing is really sent, taken or checked.
    </p>
    <p
      v-if="session.data?.noMail"
      class="pretended bg-gorse-tint text-gorse text-s py-1 px-7 border-b border-b-hairline"
      role="note"
    >
      No mail goes out yet. What is sent waits until
      <NuxtLink to="/settings/mail">you say how it goes out</NuxtLink>.
    </p>
    <main id="main" tabindex="-1"><slot /></main>
    <AskDialog />
    <KeyHelp />
  </div>
</template>

<style scoped>
.desk {
  color: var(--ink);
  text-decoration: none;
  font-weight: 600;
  white-space: nowrap;
}
@media (max-width: 760px) {
  .desk {
    display: none;
  }
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--paper);
  padding: 8px;
  z-index: 10;
}
.band {
  display: flex;
  align-items: center;
  gap: 24px;
  min-height: 54px;
  padding: 0 28px;
  border-bottom: 1px solid var(--hairline);
  background: var(--chalk);
}
.mark {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
  font: 700 23px var(--serif);
}
.places a {
  display: flex;
  align-items: center;
  color: var(--ink-soft);
  text-decoration: none;
  border-bottom: 3px solid transparent;
  padding-top: 3px;
  font-size: 16px;
}
.places a[aria-current] {
  color: var(--ink);
  font-weight: 600;
  border-color: var(--heather);
}
.needs {
  min-width: 20px;
  margin-left: 6px;
  padding: 0 6px;
  border-radius: 10px;
  background: var(--heather);
  color: var(--paper);
  font: 600 12px/20px var(--sans);
  text-align: center;
}
.bell {
  display: inline-flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.avatar {
  width: 34px;
  height: 34px;
  border-radius: 50%;
  border: 0;
  background: var(--ink);
  color: #fff;
  font-weight: 600;
  font-size: 13px;
  cursor: pointer;
}
main:focus {
  outline: none;
}
@media (max-width: 760px) {
  .band {
    padding: 0 14px;
    gap: 10px;
  }
  .pretended {
    padding-inline: 14px;
  }
  .places {
    position: fixed;
    inset: auto 0 0;
    z-index: 40;
    background: var(--chalk);
    border-top: 1px solid var(--hairline);
    height: 58px;
    justify-content: space-around;
    gap: 0;
  }
  .places a {
    font-size: 14px;
    border-bottom: 0;
    border-top: 3px solid transparent;
    padding: 0 6px;
  }
}
</style>
