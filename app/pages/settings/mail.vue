<script setup lang="ts">
import { z } from 'zod'
import { mailSettings } from '~~/shared/setup'
import SetupMail from '~/features/setup/SetupMail.vue'
import MailboxPart from '~/features/systems/MailboxPart.vue'
import MailSenders from '~/features/settings/MailSenders.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'

/** How letters go out: by which server, from which address; tried by a letter to oneself. */
useHead({ title: 'How our letters go out · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const session = useSession()
const notices = useNotices()
const schema = z.object({ mail: mailSettings.nullable() })
const mail = reactive({ later: true, host: '', port: '587', user: '', password: '', from: '' })
const { send } = useKept({
  kept: () => data.value?.mail,
  form: () => mail,
  take: (kept) => {
    const { host = '', port = 587, user = '', from = data.value!.facts.email } = kept ?? {}
    Object.assign(mail, { later: !kept, host, port: String(port), user, from, password: '' })
  },
})
const given = () => ({ mail: mail.later ? null : { ...mail } })
async function keep(body: object) {
  await send((headers) => business.keep('mail', body, headers))
  notices.say(mail.later ? 'Letters wait.' : 'Letters go out by this server now.')
}
</script>

<template>
  <SettingPage title="How our letters go out" :problem="problem">
    <p v-if="data?.mailFromOutside" class="notice">
      Mail is set where Upwold was started (UPWOLD_MAIL), and that counts. What is set here waits until it isn’t.
    </p>
    <p v-if="data?.stuck.waiting" class="notice trouble" role="status">
      {{ data.stuck.waiting }} {{ data.stuck.waiting === 1 ? 'message waits' : 'messages wait' }} to go out and
      {{ data.stuck.waiting === 1 ? 'is' : 'are' }} tried again by itself. Last: {{ data.stuck.error }}
    </p>
    <FormOf v-if="data" v-slot="{ busy }" class="grid gap-3 max-w-140" :schema="schema" :given="given" :send="keep">
      <SetupMail
        :mail="mail"
        :to="session.data?.business?.email ?? ''"
        base="/api/business"
        :kept="data.mail?.kept ?? false"
      />
      <p class="acts"><Button type="submit" :disabled="busy">Keep this</Button></p>
    </FormOf>
    <Skeleton v-else height="240px" />
    <MailSenders v-if="data" />
    <MailboxPart v-if="data" />
    <template #effect>
      <h2>A letter as it arrives</h2>
      <div class="card">
        <p class="soft small">from {{ data?.facts.name }} &lt;{{ mail.later ? data?.facts.email : mail.from }}&gt;</p>
        <p class="strong mt-1">Your quote for Fri 12 June</p>
        <p class="soft small mt-2">Answers go to {{ data?.facts.email }}; with a mailbox set they come in here, too.</p>
      </div>
      <p class="small soft">Nothing is said to a server before it is private (TLS), but to this machine itself.</p>
    </template>
  </SettingPage>
</template>
