<script setup lang="ts">
import { isColour, readable } from '~~/core/look/colours'
import { invoiceSays } from '~~/core/invoices/words'
import { lookGiven } from '~~/shared/settings'
import ColourField from '~/features/settings/ColourField.vue'
import SettingPage from '~/features/settings/SettingPage.vue'
import { useBusiness } from '~/features/settings/useSettings'
import { asPng } from '~/composables/pictures'

/** What we look like to those we write to: logo, two colours, words under mails. */
useHead({ title: 'What we look like · Upwold' })
const business = useBusiness()
business.follow()
const { data, problem } = storeToRefs(business)
const { busy, act } = useAct()
const notices = useNotices()
const form = reactive({ main: '', second: '', under: '' })
const { send } = useKept({
  kept: () => {
    const look = data.value?.look
    return look && { main: look.main, second: look.second, under: look.under }
  },
  form: () => form,
  take: (colours) => Object.assign(form, colours),
})
const shown = (colour: string) => (isColour(colour) ? readable(colour) : 'inherit')
const main = computed(() => shown(form.main))
const second = computed(() => shown(form.second))
const logo = computed(() => data.value?.look.logo ?? null)
const src = computed(() => logo.value && `/api/look/${logo.value.sha}`)
const says = computed(() => invoiceSays(data.value?.home.language ?? 'en'))
/** The longest side of a logo in pixels: sharp in print at the size it has on a paper. */
const SIDE = 720
const take = (files: File[]) =>
  act(async () => {
    await business.keepLogo(await asPng(files[0]!, SIDE))
    notices.say('Your logo stands on papers, mails and signers’ pages from now on.')
  })
const takeAway = () => act(() => business.keepLogo(null))
async function keep(body: object) {
  await send((headers) => business.keep('look', body, headers))
  notices.say('Kept. Drafts follow; what was sent stays as it is.')
}
</script>

<template>
  <SettingPage title="What we look like" says="on papers, mails and signers’ pages" :problem="problem">
    <template v-if="data">
      <section class="mb-6" aria-labelledby="logo">
        <h2 id="logo" class="mb-2">Logo</h2>
        <div class="flex flex-wrap gap-4 items-center">
          <img v-if="src" class="max-h-16 max-w-60 bg-paper border border-hairline p-2" :src="src" alt="Your logo" />
          <p v-else class="soft">None yet: the first letter of your name stands there.</p>
          <FilePick
            :label="logo ? 'Choose another' : 'Choose a picture'"
            name="Logo"
            accept="image/*"
            :disabled="busy"
            @picked="take"
          />
          <Button v-if="logo" variant="text" :disabled="busy" @click="takeAway">Take it away</Button>
        </div>
        <p class="soft small mt-2">Any picture: it is drawn anew as small as a page needs it.</p>
      </section>
      <FormOf
        v-slot="{ busy: keeping }"
        class="grid gap-4 max-w-150"
        :schema="lookGiven"
        :given="() => form"
        :send="keep"
        aria-label="Colours and words"
      >
        <div class="pairs">
          <ColourField v-model="form.main" name="main" label="Colour of buttons and marks" />
          <ColourField v-model="form.second" name="second" label="Colour of headings on papers" />
        </div>
        <FieldOf name="under" label="Words under every mail"
          ><Textarea
            v-model="form.under"
            rows="3"
            auto-resize
            maxlength="600"
            placeholder="Opening hours, register entry, where you are found"
        /></FieldOf>
        <p class="acts"><Button type="submit" :disabled="keeping">Keep this</Button></p>
      </FormOf>
    </template>
    <Skeleton v-else height="320px" />
    <template v-if="data" #effect>
      <h2>A mail</h2>
      <div class="card">
        <img v-if="src" class="max-h-10 max-w-40 mb-3" :src="src" alt="" />
        <p class="font-serif">Dear Ines, here is your quote.</p>
        <p class="my-3">
          <span class="inline-block text-paper font-semibold py-2 px-4" :style="{ background: main }"
            >Read the quote</span
          >
        </p>
        <p class="soft small border-t border-t-hairline pt-2 whitespace-pre-line">
          {{ data.facts.name }}<template v-if="form.under">{{ `\n${form.under}` }}</template>
        </p>
      </div>
      <h2>The signer’s page</h2>
      <div class="card flex gap-3 items-center">
        <img v-if="src" class="max-h-9 max-w-25" :src="src" alt="" />
        <span
          v-else
          class="grid place-items-center w-9 h-9 rounded-lg text-paper font-serif font-semibold"
          :style="{ background: main }"
          >{{ data.facts.name[0] }}</span
        >
        <span class="grow"
          ><b>{{ data.facts.name }}</b> asks you to sign</span
        >
        <span class="text-paper py-1 px-3 rounded-md" :style="{ background: main }">Next</span>
      </div>
      <h2>A paper, an invoice</h2>
      <div class="card font-serif">
        <img v-if="src" class="max-h-9 max-w-40 mb-2" :src="src" alt="" />
        <p class="text-xl font-semibold" :style="{ color: second }">{{ says.invoice }}</p>
        <p class="strong mt-2" :style="{ color: second }">{{ says.for }} 2026-0001</p>
        <p class="soft small">{{ data.facts.legalName }}</p>
      </div>
    </template>
  </SettingPage>
</template>
