<script setup lang="ts">
import { accountNumbers, journalQuery, type LedgerRows } from '~~/shared/ledger'
import { useLedger } from '~/features/money/useLedger'

/** The books: what stands on each account, each opened to its entries; tax by month; the journal; months that are closed. */
useHead({ title: 'The books · Upwold' })
const ledger = useLedger()
ledger.follow()
const { data, problem } = storeToRefs(ledger)
const session = useSession()
const notices = useNotices()
const { act, busy } = useAct()
const c = (n: number) => money(n, data.value!.currency)
const NAMES: Record<string, string> = {
  owed: 'Owed by clients',
  bank: 'At the bank',
  card: 'With the card service',
  cash: 'In the till',
  held: 'Damage deposits held',
  credit: 'To clients’ credit',
  damages: 'Kept of damage deposits',
}
const nameOf = (account: string) => {
  const [sort, rate] = account.split(' ')
  return NAMES[account] ?? `${sort === 'tax' ? 'Tax' : 'Earned'} at ${rate}%`
}
/** What stands on the other side is shown as it is read: earned, held and owed to others are above 0. */
const shown = (account: string, n: number) => (/^(owed|bank|card|cash)$/.test(account) ? n : -n)
const monthWords = (m: string) => new Date(`${m}-15T12:00Z`).toLocaleString('en-GB', { month: 'long', year: 'numeric' })

const account = ref('')
const page = ref<LedgerRows | null>(null)
const open = (of: string) =>
  act(async () => {
    account.value = of
    page.value = await api<LedgerRows>('/api/ledger/rows', { query: { account: of } })
  })
const more = () =>
  act(async () => {
    const next = await api<LedgerRows>('/api/ledger/rows', {
      query: { account: account.value, after: page.value!.next! },
    })
    page.value = { rows: [...page.value!.rows, ...next.rows], next: next.next }
  })

const today = new Intl.DateTimeFormat('sv-SE').format(new Date())
const days = reactive({ from: `${today.slice(0, 4)}-01-01`, to: today })
const journal = computed(() =>
  journalQuery.safeParse(days).success ? `/api/ledger/journal?from=${days.from}&to=${days.to}` : undefined,
)
/** Months that are over, the last first. */
const months = computed(() => {
  const [y, m] = today.split('-').map(Number) as [number, number]
  return Array.from({ length: 18 }, (_, i) => new Date(Date.UTC(y, m - 2 - i, 15)).toISOString().slice(0, 7))
})
const closed = computed({
  get: () => data.value?.closedTo ?? '',
  set: (to) =>
    void act(async () => {
      await ledger.close(to || null)
      notices.say(to ? `Closed up to ${monthWords(to)}.` : 'Nothing is closed any more.')
    }),
})
const numbers = ref<Record<string, string> | null>(null)
const begin = () => (numbers.value = Object.fromEntries(data.value!.accounts.map((a) => [a.account, a.number])))
async function keepNumbers(body: { numbers: Record<string, string> }) {
  await ledger.number(body.numbers)
  numbers.value = null
  notices.say('Kept. The journal says them.')
}
</script>

<template>
  <div class="page">
    <p v-if="problem" class="notice trouble" role="alert">{{ problem }}</p>
    <WaitingPage v-if="!data && !problem" />
    <template v-if="data">
      <div class="head">
        <h1>The books</h1>
        <span class="soft">every booking, invoice and credit note, twice: where it comes from and where it goes</span>
      </div>
      <div class="grid grid-cols-[minmax(0,1fr)] narrow:grid-cols-[minmax(0,1fr)_380px] gap-10">
        <div>
          <h2>What stands where</h2>
          <ul class="ledger" aria-label="Accounts">
            <li
              v-for="a in data.accounts"
              :key="a.account"
              class="grid grid-cols-[minmax(0,1fr)_70px_130px] gap-3 items-center min-h-11"
            >
              <Button
                unstyled
                data-row
                class="border-0 bg-transparent p-0 text-start cursor-pointer text-ink underline"
                :aria-expanded="account === a.account"
                @click="open(a.account)"
                >{{ nameOf(a.account) }}</Button
              >
              <span class="soft small">{{ a.number }}</span>
              <span class="money">{{ c(shown(a.account, a.balance)) }}</span>
            </li>
            <li v-if="!data.accounts.length" class="soft">Nothing was booked yet.</li>
          </ul>
          <section v-if="page" class="mt-6" aria-labelledby="entries">
            <h2 id="entries">{{ nameOf(account) }}, entry by entry</h2>
            <ul class="ledger" aria-label="Entries">
              <li
                v-for="r in page.rows"
                :key="r.id"
                class="grid grid-cols-[84px_minmax(0,1fr)_100px] phone:grid-cols-[140px_minmax(0,1fr)_130px] gap-3 items-center min-h-11"
              >
                <span class="soft">{{ dayWords(r.day, today) }}</span>
                <span class="wrap-anywhere"
                  ><NuxtLink v-if="r.jobId" :to="`/jobs/${r.jobId}`">{{ r.job }}</NuxtLink
                  ><span class="soft small block">{{ [r.words, r.client].filter(Boolean).join(', ') }}</span></span
                >
                <span class="money">{{ c(shown(account, r.amount)) }}</span>
              </li>
            </ul>
            <p v-if="page.next" class="acts mt-2">
              <Button variant="outlined" :disabled="busy" @click="more">More</Button>
            </p>
          </section>
        </div>
        <aside class="grid gap-6 content-start">
          <section aria-labelledby="journal">
            <h2 id="journal">The journal, as a table</h2>
            <div class="pairs">
              <label class="grid gap-1"
                ><span class="small">From</span><WhenField v-model="days.from" kind="day" aria-label="Journal from"
              /></label>
              <label class="grid gap-1"
                ><span class="small">To</span><WhenField v-model="days.to" kind="day" aria-label="Journal to"
              /></label>
            </div>
            <p class="mt-2"><a v-if="journal" :href="journal" download>Take it out as CSV</a></p>
          </section>
          <section aria-labelledby="taxes">
            <h2 id="taxes">Tax by month</h2>
            <ul class="ledger" aria-label="Tax by month">
              <li
                v-for="t in data.taxes"
                :key="t.month + t.rate"
                class="grid grid-cols-[minmax(0,1fr)_110px_110px] gap-2 py-1.5"
              >
                <span
                  >{{ monthWords(t.month)
                  }}<span class="soft small block">{{
                    t.rate === 'reverse' ? 'reverse charge' : `${t.rate}%`
                  }}</span></span
                >
                <span class="money soft">{{ c(t.net) }}</span>
                <span class="money">{{ c(t.tax) }}</span>
              </li>
              <li v-if="!data.taxes.length" class="soft">Nothing was invoiced yet.</li>
            </ul>
          </section>
          <section v-if="session.may('settings')" aria-labelledby="closed">
            <h2 id="closed">Closed up to</h2>
            <Choice
              v-model="closed"
              aria-label="Closed up to"
              :disabled="busy"
              :options="[
                { value: '', label: 'nothing is closed' },
                ...months.map((m) => ({ value: m, label: monthWords(m) })),
              ]"
            />
            <p class="soft small mt-1">A closed month takes no booking in, nor do those before it.</p>
          </section>
          <section v-if="session.may('book')" aria-labelledby="numbers">
            <h2 id="numbers">Numbers of accounts</h2>
            <FormOf
              v-if="numbers"
              v-slot="{ busy: keeping }"
              class="grid gap-2"
              :schema="accountNumbers"
              :given="() => ({ numbers })"
              :send="keepNumbers"
            >
              <label
                v-for="a in data.accounts"
                :key="a.account"
                class="grid grid-cols-[minmax(0,1fr)_110px] gap-2 items-center"
              >
                <span class="small">{{ nameOf(a.account) }}</span>
                <InputText v-model="numbers[a.account]" maxlength="20" />
              </label>
              <p class="acts"><Button type="submit" :disabled="keeping">Keep them</Button></p>
            </FormOf>
            <p v-else><Button variant="outlined" @click="begin">Set them as your bookkeeper has them</Button></p>
          </section>
        </aside>
      </div>
    </template>
  </div>
</template>
