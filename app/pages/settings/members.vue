<script setup lang="ts">
import type { MemberRow } from '~~/shared/out/members'
import { inviteMember } from '~~/shared/members'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useMembers } from '~/features/settings/useSettings'

/** Who works here: invited by mail, as owner or staff. */
useHead({ title: 'Who works here · Upwold' })
const members = useMembers()
members.follow()
const { data, problem, busy: reading } = storeToRefs(members)
const { busy, act } = useAct()
const asking = useAsking()
const notices = useNotices()
const inviting = ref(false)
const form = reactive({ name: '', email: '', role: 'staff' as 'owner' | 'staff' })
const ROLES = [
  { value: 'owner' as const, label: 'owner' },
  { value: 'staff' as const, label: 'staff' },
]
const MAY = [
  ['Jobs, papers, people, messages', true, true],
  ['Send for signing', true, 'unless somebody checks it first'],
  ['Book payments, raise invoices', true, false],
  ['Settings, members, doors', true, false],
] as const
async function invite(body: object) {
  await members.invite(body)
  notices.say(`${form.name} is invited by mail.`)
  Object.assign(form, { name: '', email: '', role: 'staff' })
  inviting.value = false
}
const again = (m: MemberRow) =>
  act(async () => {
    await members.again(m.id)
    notices.say(`${m.name} is invited once more.`)
  })
const change = (m: MemberRow, role: 'owner' | 'staff') => act(() => members.change(m.id, { role }))
async function remove(m: MemberRow) {
  if (await asking.ask(`Take ${m.name} out? They can’t sign in any more; what they did stays theirs.`, 'Take them out'))
    await act(() => members.remove(m.id))
}
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
      <OneOf v-model="form.role" label="As" :options="ROLES" />
      <p class="acts">
        <Button type="submit" :disabled="sending">Send the invitation</Button>
        <Button variant="text" @click="inviting = false">Never mind</Button>
      </p>
    </FormOf>
    <Skeleton v-if="reading && !data" height="160px" />
    <ul v-else class="ledger w-full" aria-label="Members">
      <li v-for="m in data?.members ?? []" :key="m.id" class="row">
        <span
          ><b>{{ m.name }}</b
          ><span v-if="m.you" class="text-moss font-semibold"> you</span
          ><span class="soft small block">{{ m.email }}{{ m.come ? '' : ', invited' }}</span></span
        >
        <OneOf
          :model-value="m.role"
          :label="`What ${m.name} is`"
          :options="ROLES"
          @update:model-value="change(m, $event)"
        />
        <span class="acts">
          <Button v-if="!m.come" size="small" variant="outlined" :disabled="busy" @click="again(m)"
            >Invite once more</Button
          >
          <Button v-if="!m.you" size="small" variant="text" :disabled="busy" @click="remove(m)">Take out</Button>
        </span>
      </li>
    </ul>
    <template #effect>
      <h2>Who may what</h2>
      <div class="card">
        <p v-for="[what, , staff] in MAY" :key="what" class="py-1.5">
          {{ what }}
          <span class="soft small block">{{
            staff === true ? 'owner and staff' : staff ? `owner; staff, ${staff}` : 'owner alone'
          }}</span>
        </p>
      </div>
    </template>
  </SettingPage>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 8px 16px;
  align-items: center;
  min-height: 56px;
}
@media (max-width: 640px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 0;
  }
}
</style>
