<script setup lang="ts">
import { type Right, type Role, RIGHTS_OF, rights } from '~~/core/members/rights'
import type { MemberRow } from '~~/shared/out/members'
import { RIGHT_SAYS, ROLE_SAYS } from './rights'

/** What one member may do: as their role says, or more or less. */
const props = defineProps<{
  member: MemberRow
  roles: { value: Role; label: string }[]
  keep: (role: Role, may: Right[] | null) => Promise<void>
}>()
defineEmits<{ leave: [] }>()
const session = useSession()
const { busy, act } = useAct()
const role = ref<Role>(props.member.role)
const may = ref<Right[]>([...props.member.may])
watch(role, (r) => (may.value = [...RIGHTS_OF[r]]))
/** As the role says: nothing is kept besides it, so that it follows the role. */
const asRole = computed(() => rights.every((r) => may.value.includes(r) === RIGHTS_OF[role.value].includes(r)))
const fixed = (r: Right) => role.value === 'owner' || !session.may(r)
const send = () => act(() => props.keep(role.value, asRole.value ? null : may.value))
</script>

<template>
  <Dialog visible modal :header="`What ${member.name} may do`" class="w-130" @update:visible="$emit('leave')">
    <div class="grid gap-3">
      <Choice
        v-model="role"
        label="Works here as"
        :options="roles.some((r) => r.value === member.role) ? roles : [{ value: member.role, label: member.role }]"
      />
      <p class="soft small">{{ ROLE_SAYS[role] }}</p>
      <fieldset class="grid gap-2 border-0 p-0">
        <legend class="strong mb-2">May</legend>
        <label v-for="r in rights" :key="r" class="choice"
          ><Checkbox v-model="may" :value="r" :disabled="fixed(r)" /> {{ RIGHT_SAYS[r] }}</label
        >
      </fieldset>
      <p class="soft small">{{ asRole ? `Just as ${role} begins with.` : `More or less than ${role} begins with.` }}</p>
      <p class="acts">
        <Button :disabled="busy" @click="send">Keep this</Button>
        <Button variant="text" @click="$emit('leave')">Never mind</Button>
      </p>
    </div>
  </Dialog>
</template>
