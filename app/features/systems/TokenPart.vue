<script setup lang="ts">
import { newToken } from '~~/shared/systems'
import { RIGHT_SAYS } from '~/features/settings/rights'
import { useTokens } from './useSystems'

/** Ways in for other programs: made, told once, taken back. */
const tokens = useTokens()
tokens.follow()
const { data, problem } = storeToRefs(tokens)
const { busy, act } = useAct()
const notices = useNotices()
const asking = useAsking()
const adding = ref(false)
const made = ref('')
const form = reactive({ name: '', scopes: ['read'] as string[], until: null as string | null })
watch(adding, (is) => {
  if (is) Object.assign(form, { name: '', scopes: ['read'], until: null })
  else made.value = ''
})
const says = (s: string) => (s === 'read' ? 'read everything you see' : (RIGHT_SAYS as Record<string, string>)[s])
const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const when = (at: string) => instantWords(at, data.value?.timeZone ?? 'Europe/London', today)
async function add(body: object) {
  made.value = await tokens.add(body)
}
const revoke = (id: string, name: string) =>
  act(async () => {
    if (!(await asking.ask(`Take “${name}” back? Whatever uses it stops at once.`, 'Take it back'))) return
    await tokens.revoke(id)
    notices.say('Taken back. It opens nothing any more.')
  })
</script>

<template>
  <section aria-labelledby="programs" class="grid gap-2">
    <div class="flex flex-wrap gap-3 items-center">
      <h2 id="programs" class="flex-1">Programs that come in here</h2>
      <NuxtLink to="/settings/api" class="small">The API, described</NuxtLink>
      <Button variant="outlined" @click="adding = true">Make a token</Button>
    </div>
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <ul v-if="data?.rows.length" class="ledger" aria-label="Tokens">
      <li v-for="t in data.rows" :key="t.id" class="py-2.5 flex flex-wrap gap-x-3 gap-y-1 items-center">
        <span class="flex-1 min-w-52"
          ><b>{{ t.name }}</b> <code class="small">{{ t.begins }}…</code><br /><span class="soft small"
            >{{ t.member.name }}{{ t.member.gone ? ', who has left: it opens nothing' : '' }}; may
            {{ t.scopes.join(', ') }};
            {{ t.usedAt ? `last used ${when(t.usedAt)} from ${placeWords(t.usedFrom)}` : 'not used yet'
            }}{{ t.until ? `; until ${dayWords(t.until.slice(0, 10), today)}` : '' }}</span
          ></span
        >
        <Button variant="text" :disabled="busy" @click="revoke(t.id, t.name)">Take back</Button>
      </li>
    </ul>
    <p v-else-if="data" class="soft">None. A program signs in with a token, and may no more than you say.</p>
    <Dialog v-model:visible="adding" modal header="A token" class="w-[min(560px,calc(100vw-24px))]">
      <div v-if="made" class="grid gap-3">
        <p>The program sends it as <code>Authorization: Bearer …</code>. It is shown this once.</p>
        <p>
          <code class="p-2 bg-desk rounded-corner block" data-testid="token">{{ made }}</code>
        </p>
        <p class="acts"><Button autofocus @click="adding = false">I have kept it</Button></p>
      </div>
      <FormOf v-else v-slot="{ busy: sending }" class="grid gap-3" :schema="newToken" :given="() => form" :send="add">
        <FieldOf name="name" label="What it is for"><InputText v-model="form.name" maxlength="80" autofocus /></FieldOf>
        <FieldOf name="scopes">
          <fieldset class="border-0 p-0 m-0 grid">
            <legend class="strong">It may</legend>
            <label v-for="s in data?.mine ?? []" :key="s" class="flex gap-3 items-center min-h-10"
              ><Checkbox v-model="form.scopes" :value="s" /><span>{{ says(s) }}</span></label
            >
          </fieldset>
        </FieldOf>
        <FieldOf name="until" label="Until; empty for as long as it isn’t taken back"
          ><InputText
            :model-value="form.until ?? ''"
            maxlength="10"
            placeholder="2027-12-31"
            class="w-44"
            @update:model-value="form.until = $event || null"
        /></FieldOf>
        <p class="acts"><Button type="submit" :disabled="sending">Make it</Button></p>
      </FormOf>
    </Dialog>
  </section>
</template>
