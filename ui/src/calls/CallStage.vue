<script setup lang="ts">
import { say } from './words'
import { mdiVolumeMedium } from '@mdi/js'
import { useWindowSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import type { Call, CallMarked, Plan } from '../api/client'
import PressNeck, { type Put } from '../shared/neck/PressNeck.vue'
import { keptHelp } from '../shared/shell/kept'
import { narrow } from '../shared/shell/narrow'
import { pretty } from '../shared/signs'
import type { CallKind, Given } from '../shared/calls'
import type { Struck } from './usePlayedBack'

/** A call large enough to be read from a stand, the ways to answer it, and the verdict. */
const props = defineProps<{
  call: Call
  kind: CallKind
  plan: Plan
  marked: CallMarked | undefined
  given: Given | undefined
  last: (CallMarked & { ms: number }) | undefined
  along: boolean
  speaks: boolean
  /** What was played back so far. */
  struck: Struck[]
  trouble: string
}>()
const emit = defineEmits<{ answer: [given: Given]; next: []; skip: []; repeat: []; strike: [note: { midi: number; string: number; fret: number }]; clear: [] }>()

/** The names repeat an octave up the neck: what lies beyond it is shown on a press, or where the answer is there. */
const octave = 12
const frets = computed(() => props.plan.neck.frets.length - 1)
const all = ref(false)
const high = computed(() => {
  const told = props.marked ? [props.call.answer, ...(props.call.answer.notes ?? [])] : []
  return all.value ? frets.value : Math.min(frets.value, Math.max(octave, ...[props.call.place, ...told].map((p) => p?.fret ?? 0)))
})
/** The neck takes the height that the call leaves. */
const { height } = useWindowSize()
const gap = computed(() => (narrow.value ? 44 : Math.max(44, Math.min(92, (height.value - 480) / Math.max(props.plan.neck.strings.length - 1, 1)))))
/** Places that were pressed, where several are looked for. */
const found = ref<{ string: number; fret: number }[]>([])
const text = ref('')
const field = ref<HTMLInputElement>()
const onNeck = computed(() => ['place', 'places', 'notes'].includes(props.kind.by))
const back = computed(() => props.kind.by === 'notes')

watch(
  () => props.call,
  async () => {
    found.value = []
    text.value = ''
    await nextTick()
    // What is typed goes on without a press; on the neck the focus stays where it is.
    if (!onNeck.value && props.kind.by !== 'yes') field.value?.focus({ preventScroll: true })
  },
  { immediate: true },
)
// What was not understood is typed over.
watch(
  () => props.trouble,
  (now) => now && field.value?.select(),
)
watch(
  () => props.marked,
  async (now) => {
    if (!now || now.verdict === 'right' || props.along) return
    await nextTick()
    document.querySelector<HTMLElement>('[data-do=next-call]')?.focus({ preventScroll: true })
  },
)

const at = (a: { string: number; fret: number }, b: { string: number; fret: number }) => a.string === b.string && a.fret === b.fret
const marks = computed<Put[]>(() => {
  const put: Put[] = []
  const add = (p: { string: number; fret: number }, as: Put['as'], label = '') => !put.some((q) => at(q, p)) && put.push({ string: p.string, fret: p.fret, as, label })
  const { answer, place } = props.call
  const name = (n: { name?: string }) => pretty(n.name ?? '')
  if (props.marked) {
    for (const p of props.marked.extra) add(p, 'slip')
    for (const n of props.kind.by === 'places' || back.value ? (answer.notes ?? []) : []) add(n, 'right', name(n))
    if (answer.string !== undefined && answer.fret !== undefined) add({ string: answer.string, fret: answer.fret }, 'right', name(answer))
    // What goes on from the place that was asked for: a scale, an octave of the new key.
    for (const n of props.kind.by === 'place' ? (answer.notes ?? []) : []) add(n, 'point', name(n))
    if (props.given?.place) add(props.given.place, props.marked.verdict === 'wrong' ? 'slip' : 'given')
    for (const a of props.marked.anchors) add(a, 'anchor', pretty(a.degree))
  }
  for (const p of found.value) add(p, 'given')
  for (const [i, { string, fret }] of props.struck.entries()) if (string !== undefined && fret !== undefined) add({ string, fret }, 'given', String(i + 1))
  if (place) add(place, 'point', props.marked || onNeck.value ? '' : '?')
  return put
})

function press(p: { string: number; fret: number }) {
  if (props.marked) return
  if (props.kind.by === 'places') {
    found.value = found.value.some((f) => at(f, p)) ? found.value.filter((f) => !at(f, p)) : [...found.value, p]
    return
  }
  if (back.value) {
    const open = props.plan.neck.strings.find((s) => s.string === p.string)
    if (open) emit('strike', { midi: open.midi + p.fret, ...p })
    return
  }
  emit('answer', { place: p })
}

function submit() {
  if (props.marked) emit('next')
  else if (text.value.trim()) emit('answer', { text: text.value })
  else if (props.kind.by === 'places') emit('answer', { places: found.value })
}

const prompt = computed(() => {
  if (back.value) return say.playItBack(props.struck.length, props.call.answer.notes?.length ?? 0)
  if (props.call.choices) return say.chooseTheAnswer
  if (props.call.sound) return say.findWhatSounds
  return props.kind.by === 'name' && props.call.place ? say.whatIsMarked : hint[props.kind.by]
})
const hint: Record<string, string> = {
  place: say.pressItsPlace,
  places: say.pressEveryPlace,
  name: say.typeTheAnswer,
  names: say.typeTheNotesInOrder,
  yes: say.yesOrNo,
}
const sample: Record<string, string> = { place: '3/5', places: '4/7 2/5', notes: '1 2 3' }
const verdicts: Record<string, string> = { right: say.right, 'too-high': say.rightNoteTooHigh, far: say.rightNoteButFarAway, partly: say.partlyRight, wrong: say.notThatOne }
</script>

<template>
  <section class="stage" :aria-label="say.theCall">
    <div class="block">
      <div class="left">
        <p class="call" :class="{ word: call.show.length > 4, long: call.show.length > 14 }" role="status" data-call :data-ask="call.ask">{{ call.show }}</p>
        <p v-if="call.say !== call.show && !call.place && !call.sound" class="note">{{ call.say }}</p>
      </div>
      <div class="right">
        <p class="prompt">{{ prompt }}</p>
        <div class="verdict message" :class="marked?.verdict ?? (trouble ? 'wrong' : 'before')" role="status" data-verdict :data-is="marked?.verdict ?? ''">
          <template v-if="marked">
            <b>{{ verdicts[marked.verdict] }}.</b>
            <span>&nbsp;{{ marked.words }}</span>
            <span v-if="marked.time === 'early' || marked.time === 'late'">&nbsp;{{ marked.time === 'early' ? say.aheadOfTheBeat : say.behindTheBeat }}</span>
          </template>
          <span v-else-if="trouble" class="trouble">{{ trouble }}</span>
          <span v-else-if="last" class="note">{{ say.lastOne(verdicts[last.verdict], (last.ms / 1000).toFixed(1)) }}</span>
        </div>
        <p v-if="call.choices && !marked" class="choices">
          <v-btn v-for="c in call.choices" :key="c.id" color="primary" variant="tonal" class="choice" :data-answer="c.id" @click="emit('answer', { text: c.id })">{{
            c.name
          }}</v-btn>
        </p>
        <form class="answer" @submit.prevent="submit">
          <template v-if="kind.by === 'yes' && !marked">
            <v-btn color="primary" variant="tonal" data-answer="yes" @click="emit('answer', { text: 'yes' })">{{ say.yesY }}</v-btn>
            <v-btn color="primary" variant="tonal" data-answer="no" @click="emit('answer', { text: 'no' })">{{ say.noN }}</v-btn>
          </template>
          <label v-else-if="!marked" class="typed" :class="{ short: onNeck }">
            <span :class="{ unseen: !onNeck }">{{ back ? say.orTypeDegrees : onNeck ? say.orType : say.answer }}</span>
            <input
              ref="field"
              v-model="text"
              class="entry"
              maxlength="200"
              autocomplete="off"
              autocapitalize="off"
              spellcheck="false"
              :placeholder="sample[kind.by]"
              data-do="typed"
            />
          </label>
          <v-btn v-if="!marked && kind.by !== 'yes'" type="submit" color="primary" variant="tonal" data-do="check">{{ say.check }}</v-btn>
          <v-btn v-if="marked && marked.verdict !== 'right' && !along" type="submit" color="primary" variant="flat" data-do="next-call">{{ say.next }}</v-btn>
          <v-btn v-if="!marked && !along" color="primary" variant="tonal" data-do="skip" @click="emit('skip')">{{ say.skip }}</v-btn>
          <v-btn v-if="back && struck.length && !marked" color="primary" variant="tonal" data-do="clear" @click="emit('clear')">{{ say.clear }}</v-btn>
          <v-btn
            v-if="speaks || call.sound"
            color="primary"
            variant="tonal"
            :prepend-icon="mdiVolumeMedium"
            :title="call.sound ? say.listenAgainS : say.repeatTheCallS"
            data-do="say"
            @click="emit('repeat')"
            >{{ call.sound ? say.listenAgain : say.repeat }}</v-btn
          >
        </form>
        <p v-if="!marked" class="aloud note">
          {{ say.saidItAloud }}
          <button type="button" class="as-link" data-aloud="right" @click="emit('answer', { right: true })">{{ say.right2 }}</button>
          <button type="button" class="as-link" data-aloud="wrong" @click="emit('answer', { right: false })">{{ say.wrong2 }}</button>
        </p>
      </div>
    </div>
    <template v-if="kind.neck">
      <PressNeck :plan="plan" :marks="marks" :high="high" :help="keptHelp" :still="!onNeck" :gap="gap" @press="press" />
      <p class="note frets">
        {{ say.fretsTo(high) }}
        <button v-if="frets > high || all" type="button" class="as-link" data-do="all-frets" @click="all = !all">
          {{ all ? say.showFewer(octave) : say.showMoreFrets(high + 1, frets) }}
        </button>
      </p>
    </template>
  </section>
</template>

<style scoped>
.stage {
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr);
}

.block {
  align-items: center;
  display: grid;
  gap: 32px;
  grid-template-columns: minmax(280px, auto) minmax(0, 1fr);
  min-height: 216px;
}

.left {
  min-width: 0;
  text-align: center;
}

.right {
  border-inline-start: 1px solid var(--rule);
  display: grid;
  gap: 12px;
  padding-inline-start: 32px;
}

.call {
  font-family: var(--face-heading);
  font-size: 144px;
  font-weight: 700;
  line-height: 1;
}

.call.word {
  font-size: 64px;
}

.call.long {
  font-size: 34px;
  line-height: 42px;
  max-width: 520px;
}

.prompt {
  font-size: 24px;
  line-height: 32px;
}

.verdict {
  font-size: 18px;
  line-height: 28px;
  min-height: 32px;
}

.verdict.before {
  border-color: var(--rule);
}

.verdict.before:empty {
  border-color: transparent;
}

.verdict.too-high,
.verdict.far,
.verdict.partly {
  border-color: var(--root-line);
}

.verdict.wrong {
  border-color: var(--brick);
}

.trouble {
  color: var(--brick);
}

.answer {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  min-height: 44px;
}

.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.choice {
  min-width: 48px;
}

.typed {
  align-items: center;
  display: flex;
  flex: 1 1 260px;
  gap: 8px;
  max-width: 34em;
}

.typed.short {
  flex: none;
}

.typed .entry {
  flex: 1;
  height: 44px;
  min-width: 0;
  padding: 6px 12px;
}

.typed.short .entry {
  width: 120px;
}

.aloud .as-link {
  margin-inline-start: 8px;
}

.frets {
  text-align: end;
}

@media (max-width: 800px) {
  .block {
    gap: 8px;
    grid-template-columns: minmax(0, 1fr);
    min-height: 0;
  }

  .right {
    border-inline-start: 0;
    padding-inline-start: 0;
  }

  .call {
    font-size: 96px;
  }

  .call.word {
    font-size: 44px;
  }

  .call.long {
    font-size: 26px;
    line-height: 34px;
  }
}

/* On a phone the neck follows the call at once; what is typed comes below it. */
@media (max-width: 600px) {
  .block,
  .right {
    display: contents;
  }

  .prompt {
    font-size: 18px;
    line-height: 24px;
    text-align: center;
  }

  .verdict {
    font-size: 16px;
    line-height: 24px;
    min-height: 28px;
  }

  .answer,
  .aloud {
    order: 1;
  }
}
</style>
