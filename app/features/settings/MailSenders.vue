<script setup lang="ts">
import { sendersGiven } from '~~/shared/settings'
import { useBusiness } from './useSettings'

/** Whom letters are from, where it isn't the business as such: who writes about papers, who about money. */
const business = useBusiness()
const { data } = storeToRefs(business)
const notices = useNotices()
const KINDS = [
  ['papers', 'Letters about papers'],
  ['money', 'Letters about money'],
] as const
const form = reactive({ papers: { name: '', email: '' }, money: { name: '', email: '' } })
const { send } = useKept({
  kept: () => data.value?.senders,
  form: () => form,
  take: (senders) => {
    for (const [kind] of KINDS) Object.assign(form[kind], senders?.[kind] ?? { name: '', email: '' })
  },
})
async function keep(body: object) {
  await send((headers) => business.keep('senders', body, headers))
  notices.say('Kept. Letters from now on are from them.')
}
</script>

<template>
  <FormOf
    v-slot="{ busy }"
    class="grid gap-3 max-w-140 mt-8"
    aria-label="Whom letters are from"
    :schema="sendersGiven"
    :given="() => form"
    :send="keep"
  >
    <h2>Whom they are from</h2>
    <p class="soft small">{{ data?.facts.name }}, where nothing is said. Answers go to the address you give.</p>
    <div v-for="[kind, words] in KINDS" :key="kind" class="pairs">
      <FieldOf :name="`${kind}.name`" :label="`${words}: name`"
        ><InputText v-model="form[kind].name" maxlength="120" :placeholder="data?.facts.name"
      /></FieldOf>
      <FieldOf :name="`${kind}.email`" :label="`${words}: address`"
        ><InputText v-model="form[kind].email" type="email" maxlength="320" :placeholder="data?.facts.email"
      /></FieldOf>
    </div>
    <p class="acts"><Button type="submit" variant="outlined" :disabled="busy">Keep who writes</Button></p>
  </FormOf>
</template>
