import { type ComputedRef, type Ref, computed, ref, shallowRef, toRaw, watch } from 'vue'
import { type Around, type FieldProblem, checkFields, evaluateGiven, isTheirs, mayChoose } from '~~/core/fields/check'
import type { Fits } from '~~/core/fields/formats'
import type { PaperDocument } from '~~/core/document/model'
import type { FieldSpec } from '~~/core/document/field'
import type { PaperFigures } from '~~/core/layout/figures'
import { figuresFor, restate } from '~~/core/layout/restate'
import { type Choices, applyChoices } from '~~/core/pricing/choices'
import type { Priced } from '~~/core/pricing/pricing'
import type { SignerPaper, SignerView } from '~~/shared/signer'
import { EMPTY_DRAFT } from '~~/shared/draft'
import { ApiProblem, api, wordsOf } from '../../composables/api'
import { createSaver } from '../../composables/saving'
import type { SignatureMark, SignerDraft } from '~~/shared/signing'

/**
 * What a signer fills: kept on the server as they go, checked by the same rules, with the total that moves. `over` is
 * called when it is not theirs to fill any more: done on another device, or held.
 */
export function useDraft(token: string, view: Ref<SignerView>, over: () => void) {
  const draft = ref<SignerDraft>(structuredClone(toRaw(view.value.draft)))
  const version = ref(view.value.version)
  const told = ref('')
  const saver = createSaver(save, { after: 400, refused })
  /** Their own name stands in by itself, until they write another. */
  function named(d: SignerDraft): SignerDraft {
    for (const f of view.value.person.fields)
      if (f.type === 'name' && !f.preset && d.values[f.key] === undefined) d.values[f.key] = view.value.person.name
    return d
  }
  named(draft.value)

  async function save(): Promise<void> {
    const body = { draft: draft.value, basedOn: version.value }
    version.value = (await api<{ version: number }>(`/api/sign/${token}`, { method: 'PUT', body })).version
    told.value = ''
  }
  function refused(e: unknown): void {
    // Done on another device meanwhile: the page then shows what comes next.
    if (e instanceof ApiProblem && e.extra.reason === 'already-done') over()
    takeTheirs(e)
  }
  /** Another window was ahead: what is there now is shown, and said. */
  function takeTheirs(e: unknown): void {
    told.value = wordsOf(e)
    if (e instanceof ApiProblem && e.code === 'stale' && e.extra.draft) {
      draft.value = named(e.extra.draft as SignerDraft)
      version.value = Number(e.extra.version)
      quiet = true
      saver.taken()
    }
  }
  let quiet = false
  if (!import.meta.server)
    watch(
      draft,
      () => {
        if (quiet) {
          quiet = false
          return
        }
        told.value = ''
        saver.changed()
      },
      { deep: true },
    )
  /** The paper to choose on; one without, and what it adds up to moves with nothing. */
  const figures = computed(
    () => view.value.papers.find((p) => p.figures?.open)?.figures ?? view.value.papers[0]?.figures ?? null,
  )
  /** The price table is for them to choose from. */
  const chooses = computed(() => mayChoose(view.value.person.fields, view.value.person.party))
  const choices = computed((): Choices => (chooses.value ? draft.value : (view.value.chosen ?? NOTHING_CHOSEN)))
  const table = tableOf(figures, choices)
  /** One paper with its own figures, as they are for what is chosen now. */
  const paperStates = new Map<string, PaperState>()
  function on(id: string): PaperState {
    const there = paperStates.get(id)
    if (there) return there
    const paper = computed(() => view.value.papers.find((p) => p.id === id))
    const own = tableOf(
      computed(() => paper.value?.figures ?? null),
      choices,
    )
    const blocks = computed(() => {
      const { document } = paper.value!
      return document ? (own.now.value ? restate(document, own.now.value) : document) : null
    })
    const made = { ...all, ...own, document: blocks }
    paperStates.set(id, made)
    return made
  }
  const fits = usePatterns(() => view.value.person.fields)
  const problems = computed(() => {
    const { person } = view.value
    const list: FieldProblem[] = checkFields(
      person.fields,
      person.party,
      draft.value,
      view.value.today,
      fits.value,
      view.value.around,
    )
    if (figures.value?.open && chooses.value)
      for (const p of applyChoices(figures.value.pricing.lines, draft.value).problems)
        list.push({ ...p, code: 'quantity' })
    return list
  })
  const asked = useAsked(
    draft,
    () => view.value.person.fields,
    () => view.value.around,
    () => view.value.today,
  )
  const theirs = computed(() =>
    view.value.person.fields.filter(
      (f) => isTheirs(f, view.value.person.party) && f.type !== 'take' && f.type !== 'quantity',
    ),
  )
  /** Sends a file for a field; what stands in the field is its hash and name. */
  async function attach(key: string, file: File): Promise<void> {
    const query = new URLSearchParams({ key, name: file.name })
    const got = await api<{ value: string }>(`/api/sign/${token}/attachment?${query}`, { method: 'POST', body: file })
    draft.value.values[key] = got.value
  }
  /** Looks whether another device of theirs, or their phone, has filled something meanwhile. */
  async function catchUp(): Promise<void> {
    if (saver.state.value === 'saving') return
    await saver.rest()
    try {
      const now = await api<SignerView>(`/api/sign/${token}`)
      // What was typed while this was asked for is theirs, and is kept first.
      if (saver.state.value !== 'saved') return
      if (now.state !== 'open') over()
      else if (now.version > version.value) {
        draft.value = named(structuredClone(now.draft))
        version.value = now.version
        quiet = true
      }
    } catch {
      // The next look may find more; what is typed here is kept as ever.
    }
  }
  const all: DraftState = { draft, chooses, problems, attach, ...table, ...marksOf(draft), ...asked }
  return { ...all, version, saved: saver.state, told, flush: saver.flush, takeTheirs, catchUp, theirs, on }
}

/** The signature or initials that stand in a field: one made for it alone, or theirs for all. */
function marksOf(draft: Ref<SignerDraft>) {
  return {
    markOf: (f: FieldSpec): SignatureMark | null =>
      draft.value.marks[f.key] ?? (f.type === 'initials' ? draft.value.initials : draft.value.signature),
    setMark(f: FieldSpec, mark: SignatureMark, scope: 'all' | 'one'): void {
      if (scope === 'one') draft.value.marks[f.key] = mark
      else {
        draft.value[f.type === 'initials' ? 'initials' : 'signature'] = mark
        // One for all takes the place of those made before for one place.
        for (const key of Object.keys(draft.value.marks)) delete draft.value.marks[key]
      }
    },
  }
}

/** What the fields and tables of a paper work with. */
export interface DraftState
  extends ReturnType<typeof tableOf>, ReturnType<typeof marksOf>, ReturnType<typeof useAsked> {
  draft: Ref<SignerDraft>
  /** The price table is theirs to choose from. */
  chooses: ComputedRef<boolean>
  problems: ComputedRef<FieldProblem[]>
  attach(key: string, file: File): Promise<void>
}

/** The same for one paper, with what it says for what is chosen now. */
export type PaperState = DraftState & { document: ComputedRef<PaperDocument | null> }

const NOTHING_CHOSEN: Choices = { taken: {}, quantities: {} }

/** A paper's figures as they were sent, and as they are for what is chosen now. */
function tableOf(figures: Ref<PaperFigures | null>, choices: Ref<Choices>) {
  const now = computed(() => figures.value && figuresFor(figures.value, choices.value))
  return {
    figures,
    now,
    lines: computed(() => now.value?.pricing.lines ?? []),
    priced: computed<Priced | null>(() => now.value?.priced ?? null),
  }
}

/** What the rules among fields make of what is filled so far: which are asked, and what is worked out. */
function useAsked(
  draft: Ref<SignerDraft>,
  fields: () => readonly FieldSpec[],
  around: () => Around,
  today: () => string,
) {
  const state = computed(() => evaluateGiven(fields(), draft.value, around(), today()))
  return {
    isAsked: (f: FieldSpec) => state.value.shown.has(f.key) || (!f.show && !f.compute),
    workedOut: (f: FieldSpec) => String(state.value.values[f.key] ?? ''),
    /** Ticks that exclude each other. */
    fieldsOf: (group: string) => fields().filter((f) => f.oneOf === group),
  }
}

/** What holds answers against patterns, fetched where a field has one; until then the server alone does. */
function usePatterns(fields: () => readonly FieldSpec[]): Ref<Fits> {
  const fits = shallowRef<Fits>(() => true)
  if (!import.meta.server)
    watch(
      () => fields().some((f) => f.format?.kind === 'pattern'),
      async (some) => {
        // Not there, as without a network: the server says it then.
        const patterns = some && (await import('~~/core/fields/patterns').catch(() => null))
        if (patterns) fits.value = patterns.fitsPattern
      },
      { immediate: true },
    )
  return fits
}

/** A paper as a signer will see it, to look at: what is filled in here goes nowhere. */
export function lookOnly(
  figures: Ref<SignerPaper['figures']>,
  dry?: { fields: () => readonly FieldSpec[]; party: () => string; around: () => Around; today: string },
): DraftState {
  const draft = ref<SignerDraft>(structuredClone(EMPTY_DRAFT))
  const fits = usePatterns(() => dry?.fields() ?? [])
  return {
    draft,
    chooses: computed(() => true),
    ...tableOf(figures, draft),
    problems: computed(() =>
      dry
        ? checkFields(
            dry.fields().filter((f) => f.party === dry.party()),
            dry.party(),
            draft.value,
            dry.today,
            fits.value,
            dry.around(),
          )
        : [],
    ),
    ...useAsked(
      draft,
      () => dry?.fields().filter((f) => f.party === dry.party()) ?? [],
      () => dry?.around() ?? { fields: [], values: {} },
      () => dry?.today ?? '2000-01-01',
    ),
    attach: async () => {},
    ...marksOf(draft),
  }
}
