<script setup lang="ts">
import type { SignerView } from '~~/shared/signer'
import { greeted, inSentence } from '~~/core/rounds/greeting'
import { type WordKey, dayIn, moneyIn } from '~~/shared/words'
import AskedBefore from './AskedBefore.vue'
import HandBack from './HandBack.vue'
import QuestionSheet from './QuestionSheet.vue'
import BottomSheet from './BottomSheet.vue'
import RoundPeople from './RoundPeople.vue'
import { useSays } from './says'
import { isQuote, useSigner } from './useSigner'

/** After signing: thanks, what comes next, the payment that reserves the day, and the copy to keep. */
const props = defineProps<{ view: SignerView }>()
const signer = useSigner()
const { busy, told } = storeToRefs(signer)
const { act, post } = signer
/** Leaves for the page to pay on. */
const toPay = (stage: string) => act(async () => window.location.assign(await signer.pay(stage)))
/** The witness beside them acts on this phone, or on their own by the code. */
const code = ref('')
const witnessLink = async () => (await post<{ url: string }>('/witness', {})).url
const handOn = () => act(async () => window.location.assign(await witnessLink()))
const showCode = () =>
  act(async () => {
    code.value = await witnessLink()
  })
/** The device goes on to whoever is next in the same handover. */
const toNext = () =>
  act(async () => window.location.replace((await api<{ path: string }>('/api/handover/next', { method: 'POST' })).path))
const says = useSays()
const first = computed(() => greeted(props.view.person.name, props.view.person.organisation))
const next = computed(() => props.view.others.find((o) => o.part !== 'copy' && o.status !== 'done'))
const CLOSED: Partial<Record<SignerView['round'], WordKey>> = {
  declined: 'sinceDeclined',
  withdrawn: 'sinceWithdrawn',
  lapsed: 'sinceLapsed',
}
const closed = computed(() => CLOSED[props.view.round])
const copy = computed(() => props.view.state === 'copy')
const heading = computed(() =>
  copy.value
    ? says.value('copyThanks')
    : says.value(isQuote(props.view) ? 'acceptedThanks' : 'signedThanks', { name: first.value }),
)
const words = computed(() => {
  const { view } = props
  if (closed.value) return says.value(closed.value)
  const mailed = !!view.person.copyTo
  if (view.sealed) return says.value(mailed ? 'sealedGone' : 'sealedThere')
  if (copy.value) return says.value('copyWords')
  if (view.allSigned) return says.value('sealedComing')
  if (!next.value) return ''
  const alone = view.others.length === 1 && next.value.part === 'sign'
  const key = mailed ? (alone ? 'signsNext' : 'comesNext') : alone ? 'signsNextOnly' : 'comesNextOnly'
  return says.value(key, { name: next.value.name })
})
const emit = defineEmits<{ changed: [] }>()
const copyTo = ref('')
const sendCopy = () =>
  act(async () => {
    await post('/copy-to', { email: copyTo.value })
    emit('changed')
  })
const amountIn = (amount: number) => moneyIn(says.value.language, amount, props.view.pay!.currency)
const later = computed(() => props.view.pay?.later ?? null)
const laterWords = computed(() => {
  if (!later.value) return ''
  const amount = amountIn(later.value.amount)
  return later.value.dueOn
    ? says.value('laterBy', { amount, date: dayIn(says.value.language, later.value.dueOn) })
    : says.value('laterOn', { amount })
})
const followsWords = computed(() => {
  if (!later.value) return ''
  const amount = amountIn(later.value.amount)
  return later.value.dueOn
    ? says.value('followsBy', { amount, date: dayIn(says.value.language, later.value.dueOn) })
    : says.value('follows', { amount })
})
const stage = computed(() => {
  const label = props.view.pay?.label ?? ''
  return says.value.language === 'en' ? inSentence(label) : label
})
const several = computed(() => props.view.papers.length > 1)
const asking = ref(false)
const asked = ref(false)
const pdfOf = (id: string, sealed: boolean) =>
  signer.at(`/${sealed ? 'sealed' : 'pdf'}?paper=${encodeURIComponent(id)}`)
</script>

<template>
  <div class="py-7 px-5 grid gap-4 justify-items-start">
    <ContourLines />
    <h1>{{ heading }}</h1>
    <p v-if="view.thanks && !copy && !closed" class="whitespace-pre-line">{{ view.thanks }}</p>
    <p class="soft">
      {{ words }}
      <template v-if="isQuote(view) && !view.pay && !closed && !copy">{{ says('agreementNext') }}</template>
    </p>
    <Button v-if="view.handOn" size="large" class="wide" :disabled="busy" @click="toNext">{{
      says('handOn', { name: view.handOn })
    }}</Button>
    <HandBack v-if="view.inPerson" :view="view" :main="!view.handOn" />
    <LinkButton v-if="view.person.keeps" main :to="`/papers/${view.papers[0]!.id}`" external>{{
      says('backToUpwold')
    }}</LinkButton>
    <section v-if="view.beside" class="next" aria-labelledby="beside">
      <h2 id="beside">{{ says('besideTitle', { name: view.beside }) }}</h2>
      <p>{{ says('besideWords') }}</p>
      <Button size="large" class="wide" :disabled="busy" @click="handOn">
        {{ says('besideHere', { name: view.beside.split(' ')[0]! }) }}
      </Button>
      <LazyQrImage v-if="code" :text="code" />
      <Button v-else variant="outlined" class="wide" :disabled="busy" @click="showCode">{{ says('besideOwn') }}</Button>
    </section>
    <form v-if="!view.person.copyTo && !copy && !closed && !view.person.keeps" class="next" @submit.prevent="sendCopy">
      <label class="field"
        ><span>{{ says('copyWhere') }}</span
        ><InputText
          v-model="copyTo"
          type="email"
          autocomplete="email"
          required
          maxlength="200"
          :placeholder="says('copyEmail')"
      /></label>
      <Button type="submit" variant="outlined" :disabled="busy">{{ says('copySendIt') }}</Button>
    </form>
    <p v-else-if="view.inPerson && view.person.copyTo && !view.sealed" class="soft small">
      {{ says('copyGoes', { address: view.person.copyTo }) }}
    </p>
    <section v-if="view.pay?.coming" class="next paid" role="status">
      <p class="strong">{{ says('payComing', { amount: amountIn(view.pay.amount) }) }}</p>
    </section>
    <section v-else-if="view.pay && !view.pay.paid" class="next" aria-labelledby="reserve">
      <h2 id="reserve">{{ says('reserve', { job: view.jobTitle }) }}</h2>
      <p>
        {{ says('nowAmount', { amount: amountIn(view.pay.amount) })
        }}<template v-if="later">, {{ laterWords }}</template
        >.
      </p>
      <Button v-if="view.pay.byCard" size="large" class="wide" :disabled="busy" @click="toPay(view.pay.stage)">
        {{ says('pay', { amount: amountIn(view.pay.amount) }) }}
      </Button>
      <div v-else-if="view.pay.bank" class="grid gap-2">
        <p class="whitespace-pre-line">{{ view.pay.bank }}</p>
        <p>{{ says('payReference', { reference: view.pay.reference }) }}</p>
        <template v-if="view.pay.code">
          <p class="small">{{ says('payScan') }}</p>
          <QrImage :text="view.pay.code" :label="says('payScan')" />
        </template>
      </div>
    </section>
    <section v-else-if="view.pay?.paid" class="next paid" role="status">
      <p class="strong">{{ says('arrived', { stage }) }}</p>
      <p v-if="later" class="small">{{ followsWords }}</p>
    </section>
    <section v-if="view.atDesk.length && !closed" class="next" aria-labelledby="at-desk">
      <h2 id="at-desk">{{ says('atDesk') }}</h2>
      <div v-for="v in view.atDesk" :key="v.code" class="flex gap-4 items-center">
        <LazyQrImage :text="v.code" :label="`${v.name}, ${v.code}`" class="w-28" />
        <p>
          <span class="block">{{ v.name }}</span><b class="text-l">{{ v.code }}</b>
        </p>
      </div>
    </section>
    <p v-if="told" class="error" role="alert">{{ told }}</p>
    <ul class="grid gap-2">
      <li v-for="p in view.papers" :key="p.id">
        <a :href="pdfOf(p.id, p.sealed)" target="_blank">{{
          several
            ? says('keepPaper', { paper: p.title })
            : says(p.sealed ? 'keepSealed' : copy ? 'keepCopy' : 'keepSigned')
        }}</a>
      </li>
    </ul>
    <RoundPeople :view="view" />
    <p v-if="asked" class="notice" role="status">{{ says('questionSent', { business: view.business.name }) }}</p>
    <Button v-if="!view.inPerson" variant="text" @click="asking = true">{{ says('ask') }}</Button>
    <AskedBefore :view="view" />
    <BottomSheet v-model="asking" :header="says('ask')">
      <QuestionSheet :view="view" @sent="((asking = false), (asked = true))" />
    </BottomSheet>
  </div>
</template>

<style scoped>
h1 {
  font-size: 27px;
}
.people {
  padding: 0;
}
.next {
  width: 100%;
  background: var(--heather-tint);
  border: 1px solid var(--heather);
  border-radius: var(--corner);
  padding: 16px;
  display: grid;
  gap: 8px;
}
.next h2 {
  font-size: 18px;
  color: var(--ink);
}
.next.paid {
  background: var(--moss-tint);
  border-color: var(--moss);
}
</style>
