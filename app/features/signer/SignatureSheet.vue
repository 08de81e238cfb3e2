<script setup lang="ts">
import { isSigned } from '~~/core/fields/check'
import { SCRIPT_FAMILIES, scriptFaceNames } from '~~/shared/faces'
import type { SignatureMark } from '~~/shared/signing'
import DrawingPad from './DrawingPad.vue'
import PhoneDrawing from './PhoneDrawing.vue'
import SignatureMarkView from './SignatureMarkView.vue'
import { signatureFromPhoto } from './photo'
import { useSays } from './says'

/**
 * Draws or types a signature or initials, takes them from a photograph, or from the phone. What is given back is strokes,
 * a name in a face, or a picture with a clear ground.
 */
const props = defineProps<{
  name: string
  current: SignatureMark | null
  what?: 'signature' | 'initials'
  /** How many places of theirs ask for one. */
  places?: number
  /** As a member keeps it. */
  kept?: SignatureMark | null
  mayKeep?: boolean
  /** Keeps a picture on the server; without it there is none, as in a rehearsal. */
  keepPicture?: (picture: Blob) => Promise<SignatureMark>
  openDrawing?: (what: 'signature' | 'initials') => Promise<string>
  arrived?: SignatureMark | null
  pictureOf?: (sha: string) => string
}>()
const emit = defineEmits<{ done: [mark: SignatureMark, scope: 'all' | 'one', keep: boolean] }>()
const says = useSays()
const initials = computed(() => props.what === 'initials')
const short = (name: string) =>
  name
    .split(/[\s-]+/)
    .map((p) => [...p][0] ?? '')
    .join('')
    .slice(0, 6)
type Way = 'draw' | 'type' | 'photo' | 'phone'
const ways = computed((): Way[] => [
  'draw',
  'type',
  ...(props.keepPicture ? (['photo'] as const) : []),
  ...(props.openDrawing ? (['phone'] as const) : []),
])
const WORD = { draw: 'draw', type: 'type', photo: 'photo', phone: 'phone' } as const
const way = ref<Way>(props.current?.kind === 'typed' ? 'type' : 'draw')
const typed = ref(
  props.current?.kind === 'typed' ? props.current.text : initials.value ? short(props.name) : props.name.slice(0, 200),
)
const face = ref<(typeof scriptFaceNames)[number]>(props.current?.kind === 'typed' ? props.current.face : 'caveat')
const pad = ref<InstanceType<typeof DrawingPad>>()
const picture = ref<SignatureMark | null>(props.current?.kind === 'image' ? props.current : null)
const problem = ref('')
const working = ref(false)
const scope = ref<'all' | 'one'>('all')
const keep = ref(false)
/** A browser that can't draw isn't a reason not to sign: a name can be typed. */
const noCanvas = import.meta.client && !canDraw()
if (noCanvas) way.value = 'type'
function canDraw(): boolean {
  try {
    return !!document.createElement('canvas').getContext('2d')
  } catch {
    return false
  }
}
watch(way, () => {
  problem.value = ''
})
watch(
  () => props.arrived,
  (mark) => {
    if (mark && way.value === 'phone') emit('done', mark, scope.value, keep.value)
  },
)
async function photograph(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  working.value = true
  problem.value = ''
  picture.value = null
  try {
    const taken = await signatureFromPhoto(file).catch(() => null)
    if (!taken) problem.value = says.value('photoNothing')
    else picture.value = await props.keepPicture!(taken)
  } catch (e) {
    problem.value = wordsOf(e)
  } finally {
    working.value = false
  }
}
function done() {
  const mark: SignatureMark | null =
    way.value === 'type'
      ? { kind: 'typed', text: typed.value.trim(), face: face.value }
      : way.value === 'draw'
        ? (pad.value?.mark() ?? null)
        : picture.value
  if (!mark || !isSigned(mark)) {
    problem.value = says.value(way.value === 'type' ? 'typeFirst' : way.value === 'draw' ? 'drawFirst' : 'photoNothing')
    return
  }
  emit('done', mark, scope.value, keep.value)
}
</script>

<template>
  <div class="sheet">
    <p v-if="kept" class="flex justify-between items-center gap-3 mb-3">
      <SignatureMarkView :mark="kept" :families="SCRIPT_FAMILIES" :picture-of="pictureOf" />
      <Button variant="outlined" @click="emit('done', kept, scope, false)">{{ says('keptFor') }}</Button>
    </p>
    <div
      class="ways grid grid-cols-[repeat(var(--ways),1fr)] border border-hairline-strong rounded-corner overflow-hidden mb-3.5"
      role="tablist"
      :aria-label="says('howToSign')"
      :style="{ '--ways': ways.length }"
    >
      <Button
        v-for="w in ways"
        :key="w"
        unstyled
        role="tab"
        :aria-selected="way === w"
        :disabled="noCanvas && (w === 'draw' || w === 'photo')"
        @click="way = w"
      >
        {{ says(WORD[w]) }}
      </Button>
    </div>
    <p v-if="noCanvas" class="soft small" role="status">{{ says('noCanvas') }}</p>
    <DrawingPad v-if="way === 'draw' && !noCanvas" ref="pad" @stroke="problem = ''" />
    <div v-else-if="way === 'type'" class="typing">
      <label class="field"
        ><span>{{ initials ? says('yourInitials') : says('yourName') }}</span
        ><InputText v-model="typed" :maxlength="initials ? 12 : 200" autocomplete="name"
      /></label>
      <fieldset class="border-0 p-0 my-3 mx-0 grid grid-cols-[1fr_1fr] gap-2">
        <legend class="sr">{{ says('hand') }}</legend>
        <label v-for="f in scriptFaceNames" :key="f" class="face" :class="{ on: face === f }"
          ><RadioButton v-model="face" :name="`hand-${what}`" :value="f" :aria-label="SCRIPT_FAMILIES[f]" /><span
            class="ellipsis"
            :style="{ fontFamily: `'${SCRIPT_FAMILIES[f]}', cursive` }"
            >{{ typed || says('yourName') }}</span
          ></label
        >
      </fieldset>
    </div>
    <div v-else-if="way === 'photo'" class="photo">
      <p class="small">{{ says('photoHint') }}</p>
      <label class="field"
        ><span>{{ says('photoChoose') }}</span
        ><input class="input" type="file" accept="image/*" capture="environment" @change="photograph"
      /></label>
      <p v-if="working" class="soft small" role="status">{{ says('photoWorking') }}</p>
      <p v-if="picture" class="seen">
        <SignatureMarkView :mark="picture" :families="SCRIPT_FAMILIES" :picture-of="pictureOf" />
      </p>
    </div>
    <PhoneDrawing v-else-if="way === 'phone'" :open="() => openDrawing!(what ?? 'signature')" />
    <p v-if="problem" class="error" role="alert">{{ problem }}</p>
    <fieldset v-if="(places ?? 1) > 1" class="scope">
      <legend class="sr">{{ says('yourSignature') }}</legend>
      <label><RadioButton v-model="scope" value="all" />{{ says('inAllPlaces') }}</label>
      <label><RadioButton v-model="scope" value="one" />{{ says('onlyHere') }}</label>
    </fieldset>
    <label v-if="mayKeep" class="keep"><Checkbox v-model="keep" binary />{{ says('keepIt') }}</label>
    <Button v-if="way !== 'phone'" size="large" class="wide" :disabled="working" @click="done">
      {{ says(initials ? 'useInitials' : 'useSignature') }}
    </Button>
  </div>
</template>

<style scoped>
.ways button {
  min-height: 40px;
  border: 0;
  background: var(--paper);
  font-size: 14px;
  font-weight: 600;
  padding: 0 2px;
  cursor: pointer;
}
.ways button[aria-selected='true'] {
  background: var(--ink);
  color: #fff;
}
.ways button:disabled {
  color: var(--ink-soft);
  cursor: default;
}
.face {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  align-items: center;
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  padding: 4px 10px;
  font-size: 26px;
  color: #1b2a4a;
}
@media (max-width: 480px) {
  .face {
    font-size: 20px;
    padding: 6px 8px;
  }
}
.face.on {
  border-color: var(--heather);
  background: var(--heather-tint);
}
.face input,
.photo {
  display: grid;
  gap: 10px;
}
.seen {
  padding: 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--corner);
  text-align: center;
}
.scope {
  border: 0;
  padding: 0;
  margin: 8px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.scope label,
.keep {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
}
</style>
