<script setup lang="ts">
import { type Alternate, type PlanPerson, type Proof, alternate, alternatesOf, reaches } from '~~/core/rounds/plan'
import type { ContactView } from '~~/shared/jobs'
import { languages } from '~~/core/text/language'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { PROOF_WORDS, reachWords, useRound } from './useRound'

/** What is set for the chosen person: what they do, how they are reached, how they prove themselves, in which language. */
const round = useRound()
const { plan, view } = storeToRefs(round)
const p = computed(() => round.person!)
const set = (next: Partial<PlanPerson>) => round.setPerson(p.value.key, next)
const signers = computed(() => plan.value.people.filter((x) => x.part === 'sign' && x.key !== p.value.key))
type Role = 'field' | 'witness' | 'check'
const role = computed((): Role => (p.value.part === 'witness' || p.value.part === 'check' ? p.value.part : 'field'))
function setRole(to: Role) {
  if (to === 'check') set({ part: 'check', stands: [] })
  else if (to === 'witness') set({ part: 'witness', of: signers.value[0]?.key ?? null })
  else set({ part: 'copy', of: null })
}
const KINDS = ['none', 'agreed', 'one-time', 'document'] as const
/** Only what there are means for here; what was chosen before stays to be seen. */
const kinds = computed(() =>
  KINDS.filter((k) => k !== 'document' || view.value.means.identity || p.value.proof.kind === k),
)
const ways = computed(() =>
  reaches.filter((r) => view.value.means.text || p.value.reach === r || (r !== 'text' && r !== 'both')),
)
function setProof(kind: Proof['kind']) {
  const fresh: Record<Proof['kind'], Proof> = {
    none: { kind: 'none' },
    agreed: { kind: 'agreed', code: '', hint: '' },
    'one-time': { kind: 'one-time', by: p.value.phone ? 'text' : 'email' },
    document: { kind: 'document', when: 'once', tries: 3, selfie: false, live: false, tolerance: 'close' },
  }
  proof.value = fresh[kind]
  // A code that is still empty isn't kept: it would be refused.
  if (kind !== 'agreed') set({ proof: proof.value })
}
const proof = ref<Proof>(structuredClone(toRaw(p.value.proof)))
function changeProof(
  next:
    | Partial<Extract<Proof, { kind: 'document' }>>
    | Partial<Extract<Proof, { kind: 'agreed' }>>
    | { by: 'email' | 'text' },
) {
  proof.value = { ...proof.value, ...next } as Proof
  if (proof.value.kind !== 'agreed' || proof.value.code.trim().length >= 4) set({ proof: proof.value })
}
const others = computed(() => alternatesOf(p.value))
const staff = computed(() =>
  view.value.members.filter((m) => m.id !== p.value.memberId && !others.value.some((o) => o.memberId === m.id)),
)
const newcomer = ref<ContactView | null>(null)
const addOr = (who: Partial<Alternate>) =>
  set({ or: [...others.value, alternate.parse({ name: '', ...who, key: newKey().slice(0, 12) })] })
watch(newcomer, (c) => {
  if (!c) return
  const { id: contactId, name, email, phone } = c
  addOr({ contactId, name, email, phone, reach: email ? 'email' : 'link' })
  newcomer.value = null
})
function addStaff(id: string) {
  const m = staff.value.find((x) => x.id === id)
  if (m) addOr({ memberId: m.id, name: m.name })
}
const wrong = computed(() => view.value.problems.filter((x) => x.person === p.value.key))
const TOLERANCE = { exact: 'every part the same', close: 'a slip of the pen', loose: 'initials, too' } as const
const WHEN = { once: 'once', 'until-signed': 'at each opening, until signed', each: 'at each opening' } as const
</script>

<template>
  <section class="card" :aria-label="`${p.name}, set`">
    <h3 class="small strong">{{ p.name || 'This person' }}</h3>
    <p v-for="w in wrong" :key="w.words" class="small" :class="w.severity === 'stop' ? 'bad' : 'soft'">{{ w.words }}</p>
    <Choice
      label="What they do"
      :model-value="role"
      :options="[
        { value: 'field', label: 'Signs, or gets a copy where nothing is theirs to fill' },
        { value: 'witness', label: 'Witnesses somebody’s signing', disabled: !signers.length || !!p.memberId },
        ...(p.memberId ? [{ value: 'check', label: 'Checks it before it goes out' }] : []),
      ]"
      @update:model-value="setRole($event as Role)"
    />
    <Choice
      v-if="role === 'witness'"
      label="Whose signing"
      :model-value="p.of ?? ''"
      :options="signers.map((s) => ({ value: s.key, label: s.name }))"
      @update:model-value="set({ of: $event })"
    />
    <fieldset v-if="role !== 'check'" class="border-0 p-0">
      <legend class="small">Stands for</legend>
      <template v-for="paper in view.papers" :key="paper.id">
        <label v-for="party in paper.parties" :key="party.key" class="choice">
          <Checkbox
            binary
            :model-value="round.standing(paper.id, party.key) === p.key"
            @update:model-value="round.stand(paper.id, party.key, !!$event ? p.key : null)"
          />
          {{ party.label }}{{ view.papers.length > 1 ? `, ${paper.title}` : '' }}
          <span class="soft small">{{ party.fields ? `${party.fields} to fill` : 'nothing to fill' }}</span>
        </label>
      </template>
    </fieldset>
    <template v-if="!p.memberId">
      <div class="two">
        <label class="field"
          ><span>E-mail</span
          ><TypedText :value="p.email" type="email" maxlength="200" @given="set({ email: $event.trim() })"
        /></label>
        <label class="field"
          ><span>Phone</span
          ><TypedText :value="p.phone" type="tel" maxlength="40" @given="set({ phone: $event.trim() })"
        /></label>
      </div>
      <Choice
        label="Reached"
        :model-value="p.reach"
        :options="ways.map((r) => ({ value: r, label: reachWords(r, p.part) }))"
        @update:model-value="set({ reach: $event as 'email' })"
      />
      <Choice
        label="Proves who they are"
        :model-value="proof.kind"
        :options="
          kinds.map((k) => ({
            value: k,
            label: `${PROOF_WORDS[k]}${k === 'document' ? `, ${money(view.documentCost, view.currency)} a check` : ''}`,
          }))
        "
        @update:model-value="setProof($event as 'none')"
      />
      <div v-if="proof.kind === 'agreed'" class="two">
        <label class="field"
          ><span>The code</span
          ><TypedText :value="proof.code" maxlength="40" @given="changeProof({ code: $event })" /><span
            v-if="proof.code.trim().length < 4"
            class="small bad"
            >At least 4 characters</span
          ></label
        >
        <label class="field"
          ><span>A hint they see</span
          ><TypedText :value="proof.hint" maxlength="120" @given="changeProof({ hint: $event })"
        /></label>
      </div>
      <Choice
        v-else-if="proof.kind === 'one-time'"
        label="The code goes"
        :model-value="proof.by"
        :options="[
          { value: 'text', label: 'by text' },
          { value: 'email', label: 'by e-mail' },
        ]"
        @update:model-value="changeProof({ by: $event as 'email' })"
      />
      <template v-else-if="proof.kind === 'document'">
        <div class="two">
          <Choice
            label="Asked"
            :model-value="proof.when"
            :options="Object.entries(WHEN).map(([k, w]) => ({ value: k, label: w }))"
            @update:model-value="changeProof({ when: $event as 'once' })"
          />
          <label class="field"
            ><span>Tries</span
            ><InputNumber
              :model-value="proof.tries"
              :use-grouping="false"
              :min="1"
              :max="10"
              @update:model-value="changeProof({ tries: Math.max(1, Math.min(10, ($event ?? 0) || 3)) })"
          /></label>
        </div>
        <Choice
          label="How alike the names must be"
          :model-value="proof.tolerance"
          :options="Object.entries(TOLERANCE).map(([k, w]) => ({ value: k, label: w }))"
          @update:model-value="changeProof({ tolerance: $event as 'close' })"
        />
        <label class="choice"
          ><ToggleSwitch :model-value="proof.selfie" @update:model-value="changeProof({ selfie: !!$event })" /> A
          picture of their face, too</label
        >
        <label class="choice"
          ><ToggleSwitch :model-value="proof.live" @update:model-value="changeProof({ live: !!$event })" /> Taken now,
          with the camera</label
        >
        <p class="small soft">
          Each check costs {{ money(view.documentCost, view.currency) }}; what has been spent shows on the round.
        </p>
      </template>
      <div class="two">
        <Choice
          label="Language"
          :model-value="p.language"
          :options="[
            { value: 'auto', label: 'as their browser asks' },
            ...languages.map((l) => ({ value: l, label: LANGUAGE_NAMES[l] })),
          ]"
          @update:model-value="set({ language: $event as 'auto' })"
        />
        <Choice
          label="Sealed copy"
          :model-value="p.copy"
          :options="[
            { value: 'attached', label: 'attached to the message' },
            { value: 'link', label: 'as a link' },
            { value: 'none', label: 'not sent' },
          ]"
          @update:model-value="set({ copy: $event as 'attached' })"
        />
      </div>
      <label v-if="p.part === 'sign'" class="choice"
        ><ToggleSwitch :model-value="p.mayPassOn" @update:model-value="set({ mayPassOn: !!$event })" /> May pass it on
        to somebody else</label
      >
      <details :open="!!(p.subject || p.message)">
        <summary class="small">Own words for {{ p.name.split(' ')[0] || 'them' }}</summary>
        <label class="field"
          ><span>Their subject</span><TypedText :value="p.subject" maxlength="300" @given="set({ subject: $event })"
        /></label>
        <label class="field"
          ><span>Their message</span
          ><TypedText long :value="p.message" rows="4" maxlength="5000" @given="set({ message: $event })" />
        </label>
      </details>
    </template>
    <details v-if="p.part === 'sign'" :open="others.length > 0">
      <summary class="small">Or any one of several</summary>
      <p class="soft small">All are asked; whoever signs first takes the place, and the others are told.</p>
      <ul v-if="others.length" class="grid gap-1">
        <li v-for="o in others" :key="o.key" class="flex gap-2 items-center justify-between">
          <span class="wrap-anywhere"
            >{{ o.name }} <span class="soft small">{{ o.email || o.phone }}</span></span
          >
          <Button
            variant="text"
            size="small"
            :aria-label="`${o.name} doesn’t hold this place`"
            @click="set({ or: others.filter((x) => x.key !== o.key) })"
            >Take away</Button
          >
        </li>
      </ul>
      <Choice
        v-if="p.memberId && staff.length"
        label="Of us"
        :model-value="''"
        :options="[{ value: '', label: 'Choose' }, ...staff.map((m) => ({ value: m.id, label: m.name }))]"
        @update:model-value="addStaff($event)"
      />
      <ClientPicker v-else-if="!p.memberId" v-model="newcomer" label="Who else" />
    </details>
    <p><Button variant="text" @click="round.remove(p.key)">Take out of the round</Button></p>
  </section>
</template>

<style scoped>
.choice input {
  accent-color: var(--heather);
}
details .field {
  margin-top: 8px;
}
</style>
