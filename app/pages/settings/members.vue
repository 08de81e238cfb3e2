<script setup lang="ts">
import { type Right, type Role, RIGHTS_OF, rights, roles } from '~~/core/members/rights'
import type { MemberRow } from '~~/shared/out/members'
import { inviteMember } from '~~/shared/members'
import MemberRights from '~/features/settings/MemberRights.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { RIGHT_SAYS, ROLE_SAYS } from '~/features/settings/rights'
import { useMembers } from '~/features/settings/useSettings'

/** Who works here: invited by mail, each with a role and, where it is wanted, more or less than the role may. */
useHead({ title: 'Who works here · Upwold' })
const members = useMembers()
members.follow()
const { data, problem, busy: reading } = storeToRefs(members)
const session = useSession()
const { busy, act } = useAct()
const notices = useNotices()
const inviting = ref(false)
const changing = ref<MemberRow | null>(null)
const leaving = ref<MemberRow | null>(null)
const takesOver = ref('')
const form = reactive({ name: '', email: '', role: 'staff' as Role })
/** Only owners make owners; others give what they may do themselves. */
const offered = computed(() =>
  roles
    .filter((r) => session.data?.member?.role === 'owner' || RIGHTS_OF[r].every((x) => session.may(x)))
    .map((value) => ({ value, label: value })),
)
async function invite(body: object) {
  await members.invite(body)
  notices.say(`${form.name} is invited by mail.`)
  Object.assign(form, { name: '', email: '', role: 'staff' })
  inviting.value = false
}
/** Their record as somebody papers are for: made where there is none. */
const pageOf = (m: MemberRow) =>
  act(async () => {
    const { id } = await api<{ id: string }>(`/api/members/${m.id}/record`, { method: 'POST' })
    await navigateTo(`/people/${id}`)
  })
const again = (m: MemberRow) =>
  act(async () => {
    await members.again(m.id)
    notices.say(`${m.name} is invited once more.`)
  })
async function keepRights(role: Role, may: Right[] | null) {
  const { id, name } = changing.value!
  await members.change(id, { role, may })
  notices.say(`Kept what ${name} may do.`)
  changing.value = null
}
const others = computed(() => (data.value?.members ?? []).filter((m) => m.id !== leaving.value?.id))
const remove = () =>
  act(async () => {
    const { id, name } = leaving.value!
    await members.remove(id, takesOver.value)
    notices.say(`${name} is out. What they did stays theirs by name.`)
    leaving.value = null
  })
watch(leaving, () => (takesOver.value = ''))
</script>

<template>
  <SettingPage title="Who works here, who may what" :problem="problem">
    <template #acts><Button v-if="!inviting" @click="inviting = true">Invite somebody</Button></template>
    <FormOf
      v-if="inviting"
      v-slot="{ busy: sending }"
      class="grid gap-3 max-w-120 mb-6"
      aria-label="Invite somebody"
      :schema="inviteMember"
      :given="() => form"
      :send="invite"
    >
      <FieldOf name="name" label="Name"><InputText v-model="form.name" maxlength="120" autofocus /></FieldOf>
      <FieldOf name="email" label="E-mail"><InputText v-model="form.email" type="email" maxlength="320" /></FieldOf>
      <Choice v-model="form.role" label="As" :options="offered" />
      <p class="soft small">{{ ROLE_SAYS[form.role] }}</p>
      <p class="acts">
        <Button type="submit" :disabled="sending">Send the invitation</Button>
        <Button variant="text" @click="inviting = false">Never mind</Button>
      </p>
    </FormOf>
    <Skeleton v-if="reading && !data" height="160px" />
    <ul v-else class="ledger w-full" aria-label="Members">
      <li
        v-for="m in data?.members ?? []"
        :key="m.id"
        class="grid gap-x-4 gap-y-2 items-center min-h-14 py-2 phone:py-0 phone:grid-cols-[minmax(0,1fr)_auto_auto]"
      >
        <span
          ><b>{{ m.name }}</b
          ><span v-if="m.you" class="text-moss font-semibold"> you</span
          ><span class="soft small block">{{ m.email }}{{ m.come ? '' : ', invited' }}</span></span
        >
        <span class="soft">{{ m.role }}{{ m.own ? ', more or less' : '' }}</span>
        <span class="acts">
          <Button v-if="!m.come" size="small" variant="outlined" :disabled="busy" @click="again(m)"
            >Invite once more</Button
          >
          <Button
            size="small"
            variant="text"
            :disabled="busy"
            :aria-label="`The page of ${m.name}, for papers with them`"
            @click="pageOf(m)"
            >Their page</Button
          >
          <Button size="small" variant="outlined" :aria-label="`What ${m.name} may do`" @click="changing = m"
            >May do</Button
          >
          <Button v-if="!m.you" size="small" variant="text" :aria-label="`Take ${m.name} out`" @click="leaving = m"
            >Take out</Button
          >
        </span>
      </li>
    </ul>
    <section class="mt-8" aria-labelledby="table">
      <h2 id="table">What each role begins with</h2>
      <div class="overflow-x-auto" tabindex="0" role="group" aria-labelledby="table">
        <DataTable :value="[...rights]" class="min-w-150" data-key="" aria-labelledby="table">
          <Column header="May">
            <template #body="{ data: right }">{{ RIGHT_SAYS[right as Right] }}</template>
          </Column>
          <Column v-for="role in roles" :key="role" :header="role" class="text-center">
            <template #body="{ data: right }"
              ><span :class="RIGHTS_OF[role].includes(right as Right) ? 'text-moss font-semibold' : 'soft'">{{
                RIGHTS_OF[role].includes(right as Right) ? 'yes' : 'no'
              }}</span></template
            >
          </Column>
        </DataTable>
      </div>
      <p class="soft small mt-2">
        Everybody who works here sees jobs, papers and people, signs in their own place and checks what they are asked
        to.
      </p>
    </section>
    <MemberRights v-if="changing" :member="changing" :roles="offered" :keep="keepRights" @leave="changing = null" />
    <Dialog
      :visible="!!leaving"
      modal
      :header="`Take ${leaving?.name ?? ''} out?`"
      class="w-120"
      @update:visible="leaving = null"
    >
      <p class="mb-3">They can’t sign in any more. What they did stays theirs by name.</p>
      <Choice
        v-model="takesOver"
        :label="`Who takes over what waits for ${leaving?.name ?? ''}`"
        :options="[
          { value: '', label: 'nobody: nothing waits' },
          ...others.map((m) => ({ value: m.id, label: m.name })),
        ]"
      />
      <p class="acts mt-4">
        <Button :disabled="busy" @click="remove">Take them out</Button>
        <Button variant="text" @click="leaving = null">Never mind</Button>
      </p>
    </Dialog>
  </SettingPage>
</template>
