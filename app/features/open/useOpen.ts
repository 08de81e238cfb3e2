import { useSessionStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { FieldValues } from '~~/core/fields/rules'
import { askedNow, checkAnswers } from '~~/core/standing-links/answers'
import type { Question } from '~~/core/standing-links/model'
import type { OpenLink } from '~~/shared/out/standing-links'
import { api } from '../../composables/api'

interface Who {
  name: string
  email: string
  phone: string
  born: string
  code: string
  own: boolean
  children: { name: string; born: string }[]
}
interface Typed {
  /** Drawn here: what is sent again is the same answer. */
  id: string
  who: Who
  answers: Record<string, string | boolean>
  /** Who was sent, and where they go on to; null until it was. */
  sent: { who: string; path: string } | null
}
const fresh = (): Typed => ({
  id: crypto.randomUUID(),
  who: { name: '', email: '', phone: '', born: '', code: '', own: true, children: [] },
  answers: {},
  sent: null,
})

/** What whoever opened a standing link types: kept in this window until they are done, page by page. */
export const useOpen = defineStore('open', () => {
  const token = ref('')
  const view = ref<OpenLink | null>(null)
  const typed = ref<Typed>(fresh())
  /** The page of the form they are on; 0 is who they are. */
  const page = ref(0)

  /** What the address said of questions, by their keys. */
  let said: Readonly<Record<string, unknown>> = {}
  function open(of: string, shown: OpenLink, given: Readonly<Record<string, unknown>> = {}): void {
    token.value = of
    said = given
    view.value = shown
    usually()
  }
  /** What stands there beforehand: what the address said, the record, or what is usual, in this order. */
  function usually(): void {
    const { questions = [], known = {}, who } = view.value ?? {}
    for (const q of questions) {
      const given = said[q.key]
      const there = (typeof given === 'string' && given.slice(0, 2000)) || known[q.key] || q.usual
      if (there) typed.value.answers[q.key] ??= q.type === 'tick' ? there !== 'no' : there
    }
    for (const fact of ['name', 'email', 'phone', 'born'] as const) typed.value.who[fact] ||= who?.[fact] ?? ''
  }
  /** Takes up what was typed in this window before; from now on it is kept as it is typed. */
  function goOn(early: Partial<Who> = {}): void {
    const kept = useSessionStorage<Typed>(`open-${token.value}`, typed.value)
    typed.value = kept.value
    Object.assign(typed.value.who, early)
    usually()
    watch(typed, (now) => (kept.value = now), { deep: true })
  }
  function show(shown: OpenLink): void {
    view.value = shown
  }

  const today = () => new Date().toLocaleDateString('sv-SE')
  const questions = computed(() => view.value?.questions ?? [])
  const asked = computed(() => askedNow(questions.value, typed.value.answers, today()))
  /** The pages there is something on, in their order. */
  const pages = computed(() => [...new Set(asked.value.map((q) => q.page))].sort((a, b) => a - b))
  const here = computed((): Question[] => asked.value.filter((q) => q.page === pages.value[page.value - 1]))
  const last = computed(() => page.value >= pages.value.length)
  const problems = computed(() =>
    checkAnswers(questions.value, typed.value.answers as FieldValues, today(), () => true),
  )

  function addChild(): void {
    typed.value.who.children.push({ name: '', born: '' })
  }
  function takeChild(i: number): void {
    typed.value.who.children.splice(i, 1)
    if (!typed.value.who.children.length) typed.value.who.own = true
  }

  /** Sends what was typed; gives back where it is signed. Somebody else on the same phone is another answer. */
  async function send(language: string): Promise<string> {
    const { who, answers } = typed.value
    const said = JSON.stringify([who, answers])
    if (typed.value.sent && typed.value.sent.who !== said) typed.value.id = crypto.randomUUID()
    const body = { id: typed.value.id, ...who, answers: pick(answers, asked.value) }
    const { path } = await api<{ path: string }>(`/api/open/${token.value}`, {
      method: 'POST',
      body,
      query: { lang: language },
    })
    typed.value.sent = { who: said, path }
    return path
  }
  /** Begins anew, for the next person on this phone. */
  function again(): void {
    Object.assign(typed.value, fresh())
    page.value = 0
  }
  return { view, typed, page, pages, here, last, problems, open, goOn, show, addChild, takeChild, send, again }
})

/** Answers to what is asked: what was typed and isn't asked any more isn't sent. */
const pick = (answers: Record<string, string | boolean>, asked: readonly Question[]) =>
  Object.fromEntries(
    asked.flatMap((q) => (answers[q.key] === undefined || q.compute ? [] : [[q.key, answers[q.key]!]])),
  )
