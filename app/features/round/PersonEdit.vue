<script setup lang="ts">
import { type PlanPerson, type Proof, reaches } from '~~/core/rounds/plan'
import { languages } from '~~/core/text/language'
import { LANGUAGE_NAMES } from '~~/shared/words'
import { PROOF_WORDS, reachWords, useThisRound } from './useRound'

/** What is set for the chosen person: what they do, how they are reached, how they prove themselves, in which language. */
const round = useThisRound()
const { plan, view } = round
const p = computed(() => round.person.value!)
const set = (next: Partial<PlanPerson>) => round.setPerson(p.value.key, next)
const text = (e: Event) => (e.target as HTMLInputElement).value
const on = (e: Event) => (e.target as HTMLInputElement).checked
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
const wrong = computed(() => view.value.problems.filter((x) => x.person === p.value.key))
const TOLERANCE = { exact: 'every part the same', close: 'a slip of the pen', loose: 'initials, too' } as const
const WHEN = { once: 'once', 'until-signed': 'at each opening, until signed', each: 'at each opening' } as const
</script>

<template>
  <section class="card" :aria-label="`${p.name}, set`">
    <h3 class="small strong">{{ p.name || 'This person' }}</h3>
    <p v-for="w in wrong" :key="w.words" class="small" :class="w.severity === 'stop' ? 'bad' : 'soft'">{{ w.words }}</p>
    <label class="field"
      ><span>What they do</span>
      <select class="input" :value="role" @change="setRole(text($event) as Role)">
        <option value="field">Signs, or gets a copy where nothing is theirs to fill</option>
        <option value="witness" :disabled="!signers.length || !!p.memberId">Witnesses somebody’s signing</option>
        <option v-if="p.memberId" value="check">Checks it before it goes out</option>
      </select></label
    >
    <label v-if="role === 'witness'" class="field"
      ><span>Whose signing</span
      ><select class="input" :value="p.of ?? ''" @change="set({ of: text($event) })">
        <option v-for="s in signers" :key="s.key" :value="s.key">{{ s.name }}</option>
      </select></label
    >
    <fieldset v-if="role !== 'check'" class="stands">
      <legend class="small">Stands for</legend>
      <template v-for="paper in view.papers" :key="paper.id">
        <label v-for="party in paper.parties" :key="party.key" class="tick">
          <input
            type="checkbox"
            :checked="round.standing(paper.id, party.key) === p.key"
            @change="round.stand(paper.id, party.key, on($event) ? p.key : null)"
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
          ><input
            v-typed="p.email"
            class="input"
            type="email"
            maxlength="200"
            @change="set({ email: text($event).trim() })"
        /></label>
        <label class="field"
          ><span>Phone</span
          ><input
            v-typed="p.phone"
            class="input"
            type="tel"
            maxlength="40"
            @change="set({ phone: text($event).trim() })"
        /></label>
      </div>
      <label class="field"
        ><span>Reached</span
        ><select class="input" :value="p.reach" @change="set({ reach: text($event) as 'email' })">
          <option v-for="r in ways" :key="r" :value="r">{{ reachWords(r, p.part) }}</option>
        </select></label
      >
      <label class="field"
        ><span>Proves who they are</span
        ><select class="input" :value="proof.kind" @change="setProof(text($event) as 'none')">
          <option v-for="k in kinds" :key="k" :value="k">
            {{ PROOF_WORDS[k] }}{{ k === 'document' ? `, ${money(view.documentCost, view.currency)} a check` : '' }}
          </option>
        </select></label
      >
      <div v-if="proof.kind === 'agreed'" class="two">
        <label class="field"
          ><span>The code</span
          ><input
            v-typed="proof.code"
            class="input"
            maxlength="40"
            @change="changeProof({ code: text($event) })"
          /><span v-if="proof.code.trim().length < 4" class="small bad">At least 4 characters</span></label
        >
        <label class="field"
          ><span>A hint they see</span
          ><input v-typed="proof.hint" class="input" maxlength="120" @change="changeProof({ hint: text($event) })"
        /></label>
      </div>
      <label v-else-if="proof.kind === 'one-time'" class="field"
        ><span>The code goes</span
        ><select class="input" :value="proof.by" @change="changeProof({ by: text($event) as 'email' })">
          <option value="text">by text</option>
          <option value="email">by e-mail</option>
        </select></label
      >
      <template v-else-if="proof.kind === 'document'">
        <div class="two">
          <label class="field"
            ><span>Asked</span
            ><select class="input" :value="proof.when" @change="changeProof({ when: text($event) as 'once' })">
              <option v-for="(w, k) in WHEN" :key="k" :value="k">{{ w }}</option>
            </select></label
          >
          <label class="field"
            ><span>Tries</span
            ><input
              v-typed="proof.tries"
              class="input"
              type="number"
              min="1"
              max="10"
              @change="changeProof({ tries: Math.max(1, Math.min(10, Number(text($event)) || 3)) })"
          /></label>
        </div>
        <label class="field"
          ><span>How alike the names must be</span
          ><select class="input" :value="proof.tolerance" @change="changeProof({ tolerance: text($event) as 'close' })">
            <option v-for="(w, k) in TOLERANCE" :key="k" :value="k">{{ w }}</option>
          </select></label
        >
        <label class="tick"
          ><input type="checkbox" :checked="proof.selfie" @change="changeProof({ selfie: on($event) })" /> A picture of
          their face, too</label
        >
        <label class="tick"
          ><input type="checkbox" :checked="proof.live" @change="changeProof({ live: on($event) })" /> Taken now, with
          the camera</label
        >
        <p class="small soft">
          Each check costs {{ money(view.documentCost, view.currency) }}; what has been spent shows on the round.
        </p>
      </template>
      <div class="two">
        <label class="field"
          ><span>Language</span
          ><select class="input" :value="p.language" @change="set({ language: text($event) as 'auto' })">
            <option value="auto">as their browser asks</option>
            <option v-for="l in languages" :key="l" :value="l">{{ LANGUAGE_NAMES[l] }}</option>
          </select></label
        >
        <label class="field"
          ><span>Sealed copy</span
          ><select class="input" :value="p.copy" @change="set({ copy: text($event) as 'attached' })">
            <option value="attached">attached to the message</option>
            <option value="link">as a link</option>
            <option value="none">not sent</option>
          </select></label
        >
      </div>
      <label v-if="p.part === 'sign'" class="tick"
        ><input type="checkbox" :checked="p.mayPassOn" @change="set({ mayPassOn: on($event) })" /> May pass it on to
        somebody else</label
      >
      <details :open="!!(p.subject || p.message)">
        <summary class="small">Own words for {{ p.name.split(' ')[0] || 'them' }}</summary>
        <label class="field"
          ><span>Their subject</span
          ><input v-typed="p.subject" class="input" maxlength="300" @change="set({ subject: text($event) })"
        /></label>
        <label class="field"
          ><span>Their message</span
          ><textarea
            v-typed="p.message"
            class="input"
            rows="4"
            maxlength="5000"
            @change="set({ message: text($event) })"
          />
        </label>
      </details>
    </template>
    <p><button type="button" class="btn bare" @click="round.remove(p.key)">Take out of the round</button></p>
  </section>
</template>

<style scoped>
.stands {
  border: 0;
  padding: 0;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 30px;
}
.tick input {
  accent-color: var(--heather);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.two > * {
  min-width: 0;
}
details .field {
  margin-top: 8px;
}
</style>
