import { defineStore } from 'pinia'
import { computed, reactive, ref, shallowRef } from 'vue'
import { addDays } from '~~/core/calendar/dates'
import { openQuestions } from '~~/core/enquiry/ask'
import type { Enquiry, Known, KnownContact } from '~~/core/enquiry/types'
import { priceOn } from '~~/core/items/item'
import { readFact, typedFact } from '~~/core/facts/facts'
import type { Discount, PricedLine } from '~~/core/pricing/pricing'
import type { ContactView } from '~~/shared/jobs'
import { api, newKey } from '../../composables/api'
import { useSession } from '../../composables/session'
import { lineOfItem } from '../lines/newLine'
import { readAside } from '../enquiry/reader'
import { useLibrary } from '../library/useLibrary'

interface NewClient {
  name: string
  email: string
  phone: string
  kind: 'person' | 'organisation'
}
const EMPTY = () => ({
  kindId: '',
  title: '',
  starts: '',
  ends: '',
  timeZone: '',
  place: '',
  people: null as number | null,
  facts: {} as Record<string, string>,
  notes: '',
})
export type NewJobRecord = ReturnType<typeof EMPTY>
/** How long a job without an end goes on. */
const HOURS = 2
const NOBODY: NewClient = { name: '', email: '', phone: '', kind: 'person' }

/**
 * A job that is being made, from what somebody wrote or field by field. What is read fills what nobody has touched; what was
 * typed stays, whatever the text says later.
 */
export const useNewJob = defineStore('new-job', () => {
  const session = useSession()
  const library = useLibrary()
  const record = reactive(EMPTY())
  /** Whom the business knows already; or someone new, as they wrote. */
  const client = ref<ContactView | null>(null)
  const newcomer = ref<NewClient>({ ...NOBODY })
  const lines = ref<PricedLine[]>([])
  const discount = ref<Discount | null>(null)
  const enquiry = ref('')
  const read = shallowRef<Enquiry | null>(null)
  const reading = ref(false)
  const touched = new Set<string>()
  let key = newKey()

  const kind = computed(() => library.kinds.find((k) => k.id === record.kindId))

  /** Begins anew, with nothing typed. */
  function begin(): void {
    Object.assign(record, EMPTY(), { timeZone: session.data?.business?.timeZone ?? 'Europe/London' })
    client.value = null
    newcomer.value = { ...NOBODY }
    lines.value = []
    discount.value = null
    enquiry.value = ''
    read.value = null
    touched.clear()
    key = newKey()
  }
  /** Says that a field was put right by hand: no reading changes it any more. */
  const touch = (field: string): void => void touched.add(field)

  const known = (today: string, contacts: readonly KnownContact[]): Known => ({
    today,
    own: session.data?.business?.email ? [session.data.business.email.toLowerCase()] : [],
    locale: locale(),
    country: (new Intl.Locale(session.data?.business?.locale ?? 'en-GB').maximize().region ?? 'GB') as Known['country'],
    kinds: library.kinds.map((k) => ({ id: k.id, name: k.name, facts: k.settings.facts })),
    items: library.items,
    contacts,
  })

  /** Reads a text into the record. Whoever it is from is looked for among the contacts. */
  async function take(text: string, today: string): Promise<void> {
    enquiry.value = text
    if (!text.trim()) {
      read.value = null
      return
    }
    reading.value = true
    try {
      const first = await readAside(text, known(today, []))
      if (!first || text !== enquiry.value) return
      const contacts = await candidates(first)
      const whole = contacts.length ? await readAside(text, known(today, contacts)) : first
      if (!whole || text !== enquiry.value) return
      read.value = whole
      fill(whole, contacts, today)
    } finally {
      if (text === enquiry.value) reading.value = false
    }
  }
  async function candidates(e: Enquiry): Promise<ContactView[]> {
    const asked = [e.email.value, e.organisation.value, e.name.value].filter((v): v is string => !!v && v.length > 2)
    const found = await Promise.all(
      asked.map((find) => api<ContactView[]>('/api/contacts', { query: { find, limit: 5 } })),
    )
    return [...new Map(found.flat().map((c) => [c.id, c])).values()]
  }

  /** Puts what was read where nobody has typed. */
  function fill(e: Enquiry, contacts: readonly ContactView[], today: string): void {
    const put = (field: string, how: () => void) => {
      if (!touched.has(field)) how()
    }
    put('client', () => {
      client.value = contacts.find((c) => c.id === e.known) ?? null
      newcomer.value = {
        name: e.name.value ?? e.organisation.value ?? '',
        email: e.email.value ?? '',
        phone: e.phone.value ?? '',
        kind: e.name.value || !e.organisation.value ? 'person' : 'organisation',
      }
    })
    put('kind', () => (record.kindId = e.kind.value ?? (library.kinds.length === 1 ? library.kinds[0]!.id : '')))
    put('starts', () => (record.starts = e.starts.value ? moment(e.starts.value) : ''))
    put('ends', () => (record.ends = e.ends.value?.includes('T') ? e.ends.value : usualEnd(e.ends.value)))
    put('place', () => (record.place = e.place.value ?? ''))
    put('people', () => (record.people = e.people.value))
    put('notes', () => (record.notes = notesOf(e)))
    put('lines', () => (lines.value = linesOf(e, today)))
    for (const [name, fact] of Object.entries(e.facts))
      put(`fact ${name}`, () => (record.facts[name] = typed(name, fact.value ?? '')))
  }
  const ruleOf = (name: string) => library.kinds.flatMap((k) => k.settings.facts).find((f) => f.key === name)
  const locale = () => session.data?.business?.locale ?? 'en-GB'
  const typed = (name: string, value: string) => {
    const rule = ruleOf(name)
    return rule ? typedFact(rule, value, locale()) : value
  }
  /** Facts as they are kept; what can't be read goes as it was typed, and is refused in words. */
  const factsGiven = () =>
    Object.fromEntries(
      Object.entries(record.facts).map(([name, value]) => {
        const rule = kind.value?.settings.facts.find((f) => f.key === name)
        const read = rule ? readFact(rule, value, locale()) : { value }
        return [name, 'value' in read ? read.value : value]
      }),
    )
  const usualStart = () => kind.value?.settings.usual.startTime ?? '12:00'
  /** A day with the time such a job usually begins, where none is said. */
  const moment = (said: string) => (said.includes('T') ? said : `${said}T${usualStart()}`)
  const hours = () => kind.value?.settings.usual.hours ?? HOURS
  const after = (start: string) => new Date(Date.parse(`${start}Z`) + hours() * 3_600_000).toISOString().slice(0, 16)
  /** When it ends where no time is said: as long after the start as is usual, on that day. */
  function usualEnd(day: string | null): string {
    if (!record.starts) return day ? `${day}T${usualStart()}` : ''
    const usual = after(record.starts)
    if (!day) return usual
    const same = `${day}T${usual.slice(11)}`
    return same > record.starts ? same : `${addDays(day, 1)}T${usual.slice(11)}`
  }
  const notesOf = (e: Enquiry) =>
    [
      e.children.value ? `${e.children.value} of them children.` : '',
      e.budget.value ? `Budget: ${e.budget.value} ${session.data?.business?.currency ?? ''}.` : '',
      e.organisation.value && e.name.value ? `${e.name.value} writes for ${e.organisation.value}.` : '',
    ]
      .filter(Boolean)
      .join(' ')
  const linesOf = (e: Enquiry, today: string): PricedLine[] =>
    e.items.flatMap(({ id, quantity }) => {
      const item = library.items.find((c) => c.id === id)
      if (!item) return []
      const key = `l-${id}`.slice(0, 40)
      const unitPrice = priceOn(item, e.starts.value?.slice(0, 10) ?? null, today)
      return lineOfItem(item, { key, unitPrice, quantity: String(quantity) })
    })

  /** Ends a job that has a start and no later end as long after it as is usual. */
  function endUsually(): void {
    if (record.starts && record.ends < record.starts) record.ends = after(record.starts)
  }
  /** What is still open, to be asked. */
  const open = computed(() =>
    openQuestions({
      starts: record.starts,
      days: read.value?.starts.or ?? [],
      place: record.place,
      people: record.people,
      counts: read.value?.people.or ?? [],
      lines: lines.value.length,
      phone: client.value?.phone || newcomer.value.phone,
      facts: (kind.value?.settings.facts ?? [])
        .filter((f) => f.unit)
        .map((f) => ({ label: f.label, value: record.facts[f.key] ?? '' })),
    }),
  )
  const email = computed(() => (client.value ? client.value.email : newcomer.value.email))

  /** What is sent. */
  const given = (answer: { subject: string; words: string } | null = null) => ({
    ...record,
    facts: factsGiven(),
    key,
    timeZone: record.timeZone || undefined,
    starts: record.starts || null,
    ends: record.ends || null,
    clientId: client.value?.id ?? null,
    client: !client.value && newcomer.value.name ? newcomer.value : null,
    lines: lines.value,
    discount: discount.value,
    enquiry: enquiry.value,
    answer,
  })
  /** Adds it and makes its quote; where to go on: the quote, or the job where no quote can be made of it yet. */
  async function addWithQuote(): Promise<string> {
    const id = await add()
    try {
      const body = { kind: 'quote', key: `quote-${key}`.slice(0, 60) }
      return `/papers/${(await api<{ id: string }>(`/api/jobs/${id}/papers`, { method: 'POST', body })).id}`
    } catch {
      return `/jobs/${id}`
    }
  }
  /** Adds it; its id. Tried again after a broken connection it is the same job. */
  const add = async (answer: { subject: string; words: string } | null = null): Promise<string> =>
    (await api<{ id: string }>('/api/jobs', { method: 'POST', body: given(answer) })).id

  return {
    record,
    client,
    newcomer,
    lines,
    discount,
    enquiry,
    read,
    reading,
    kind,
    open,
    email,
    moment,
    begin,
    touch,
    take,
    endUsually,
    given,
    add,
    addWithQuote,
  }
})
