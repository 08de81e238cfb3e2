<script setup lang="ts">
import { ChevronRight } from '@lucide/vue'
import { dayIn, moneyIn, weekdayIn } from '~~/shared/words'
import type { OwnContents } from '~~/shared/out/own'
import { useSays } from '../signer/says'

/** What is somebody's own: to do, with the business, agreed, kept. `at` is where its files are; none in a look by a member. */
const { contents, at } = defineProps<{ contents: OwnContents; at: string | null; busy?: boolean }>()
const emit = defineEmits<{ open: [place: string]; pay: [due: OwnContents['toPay'][number]] }>()
const says = useSays()
const day = (d: string) => weekdayIn(says.value.language, d.slice(0, 10), contents.today)
const amount = (n: number) => moneyIn(says.value.language, n, contents.currency)
const about = (...parts: (string | null | undefined | false)[]) => parts.filter(Boolean).join(' · ')
const kept = computed(() => contents.papers.length + contents.invoices.length + contents.payments.length)
const file = (path: string) => (at ? `${at}/${path}` : undefined)
</script>

<template>
  <section aria-labelledby="own-todo">
    <h2 id="own-todo">{{ says('ownTodo') }}</h2>
    <ul class="own">
      <li v-for="s in contents.toSign" :key="s.place">
        <StopMark state="yours" />
        <span class="what"
          ><b>{{ s.title }}</b> <span v-if="s.fresh" class="new">{{ says('ownNew') }}</span><span
            class="soft small block"
            >{{ about(s.job, s.day && day(s.day), s.by && says('ownBy', { day: day(s.by) })) }}</span
          ></span
        >
        <Button :disabled="busy || !at" :aria-label="`${says('ownRead')}: ${s.title}`" @click="emit('open', s.place)">{{
          says('ownRead')
        }}</Button>
      </li>
      <li v-for="p in contents.toPay" :key="p.jobId + p.stage">
        <StopMark :state="p.late ? 'trouble' : 'yours'" />
        <span class="what"
          ><b>{{ amount(p.amount) }} {{ p.label }}</b
          ><span class="soft small block">{{
            about(p.job, says(p.late ? 'ownLate' : 'ownDue', { day: day(p.dueOn) }))
          }}</span
          ><span v-if="!p.byCard && contents.bank" class="small block">{{
            says('ownByBank', { bank: contents.bank })
          }}</span></span
        >
        <span v-if="p.coming" class="soft small">{{ says('ownComing') }}</span>
        <Button
          v-else-if="p.byCard"
          :disabled="busy || !at"
          :aria-label="`${says('ownPay')}: ${p.label}`"
          @click="emit('pay', p)"
          >{{ says('ownPay') }}</Button
        >
      </li>
      <li v-if="!contents.toSign.length && !contents.toPay.length" class="soft">{{ says('ownNothing') }}</li>
    </ul>
  </section>
  <section v-if="contents.withUs.length" aria-labelledby="own-with">
    <h2 id="own-with">{{ says('ownWith') }}</h2>
    <ul class="own">
      <li v-for="(w, i) in contents.withUs" :key="i">
        <StopMark state="theirs" />
        <span class="what"
          ><b>{{ w.title }}</b
          ><span class="soft small block">{{ about(w.job, w.who && says('ownNext', { who: w.who })) }}</span></span
        >
      </li>
    </ul>
  </section>
  <section v-if="contents.agreed.length || contents.holds.length" aria-labelledby="own-agreed">
    <h2 id="own-agreed">{{ says('ownAgreed') }}</h2>
    <ul class="own">
      <li v-for="a in contents.agreed" :key="a.jobId">
        <StopMark :state="a.state" />
        <span class="what"
          ><b>{{ a.job }}</b
          ><span class="soft small block">{{
            about(
              a.day && day(a.day),
              a.people ? says('ownPeople', { count: a.people }) : '',
              a.total > 0 && amount(a.total),
            )
          }}</span></span
        >
      </li>
      <li v-for="h in contents.holds" :key="h.title">
        <StopMark state="settled" />
        <span class="what"
          ><b>{{ h.title }}</b
          ><span class="soft small block">{{
            h.until ? says('ownUntil', { day: dayIn(says.language, h.until) }) : says('ownEnds')
          }}</span></span
        >
      </li>
    </ul>
  </section>
  <section v-if="contents.visits.length" aria-labelledby="own-visits">
    <h2 id="own-visits">{{ says('ownVisits') }}</h2>
    <ul class="own">
      <li v-for="v in contents.visits" :key="v.jobId">
        <StopMark state="not-yet" />
        <span class="what"
          ><b>{{ v.job }}</b
          ><span class="soft small block">{{ about(day(v.starts), v.starts.slice(11, 16), v.place) }}</span></span
        >
      </li>
    </ul>
  </section>
  <section v-if="kept" aria-labelledby="own-kept">
    <h2 id="own-kept">{{ says('ownKept') }}</h2>
    <details v-if="contents.papers.length" class="kept">
      <summary>
        <StopMark state="settled" /><b>{{ says('ownPapers') }}: {{ contents.papers.length }}</b
        ><span v-if="contents.papers.some((p) => p.fresh)" class="new">{{ says('ownNew') }}</span>
      </summary>
      <ul class="own">
        <li v-for="p in contents.papers" :key="p.id">
          <a :href="file(`papers/${p.id}`)" target="_blank" class="what"
            ><b>{{ p.title }}</b> <span v-if="p.fresh" class="new">{{ says('ownNew') }}</span><span
              class="soft small block"
              >{{ about(p.job, day(p.at)) }}</span
            ></a
          ><ChevronRight :size="18" aria-hidden="true" />
        </li>
      </ul>
    </details>
    <details v-if="contents.invoices.length" class="kept">
      <summary>
        <StopMark state="settled" /><b>{{ says('ownInvoices') }}: {{ contents.invoices.length }}</b
        ><span v-if="contents.invoices.some((p) => p.fresh)" class="new">{{ says('ownNew') }}</span>
      </summary>
      <ul class="own">
        <li v-for="i in contents.invoices" :key="i.id">
          <a :href="file(`invoices/${i.id}`)" target="_blank" class="what"
            ><b>{{ says(i.credit ? 'ownCredit' : 'ownInvoice', { number: i.number }) }}</b>
            <span v-if="i.fresh" class="new">{{ says('ownNew') }}</span><span class="soft small block">{{
              about(i.job, day(i.on), amount(i.total))
            }}</span></a
          ><ChevronRight :size="18" aria-hidden="true" />
        </li>
      </ul>
    </details>
    <details v-if="contents.payments.length" class="kept">
      <summary>
        <StopMark state="settled" /><b>{{ says('ownPaid') }}: {{ contents.payments.length }}</b>
      </summary>
      <ul class="own">
        <li v-for="p in contents.payments" :key="p.id">
          <span class="what"
            >{{ p.job }}<span class="soft small block">{{ day(p.day) }}</span></span
          ><b class="money">{{ amount(p.amount) }}</b>
        </li>
      </ul>
    </details>
    <p v-if="contents.agreed.length" class="mt-2">
      <a :href="file('statement')" target="_blank">{{ says('ownStatement') }}</a>
    </p>
  </section>
  <section v-if="contents.questions.length" aria-labelledby="own-questions">
    <h2 id="own-questions">{{ says('ownQuestions') }}</h2>
    <ul class="own">
      <li v-for="(q, i) in contents.questions" :key="i">
        <span class="what whitespace-pre-line"
          ><span class="soft small block">{{ about(q.theirs && says('ownYou'), day(q.at)) }}</span
          >{{ q.words }}</span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 24px;
}
h2 {
  margin-bottom: 4px;
}
.own > li,
.kept summary {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 56px;
  padding: 8px 0;
  border-bottom: 1px solid var(--hairline);
}
.kept summary {
  cursor: pointer;
  list-style: none;
}
.kept .own {
  padding-inline-start: 28px;
}
.what {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
a.what {
  color: var(--ink);
  text-decoration: none;
}
a.what:hover b {
  text-decoration: underline;
}
.new {
  background: var(--gorse-tint);
  color: var(--gorse);
  border-radius: 999px;
  padding: 1px 8px;
  font-size: var(--size-s);
  font-weight: 600;
}
</style>
