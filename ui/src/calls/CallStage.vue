<script setup lang="ts">
import { say } from './words'
import { computed, nextTick, ref, watch } from 'vue'
import type { Call, CallMarked, Plan } from '../api/client'
import PressNeck, { type Put } from '../shared/neck/PressNeck.vue'
import { keptHelp } from '../shared/shell/kept'
import { pretty } from '../shared/signs'
import type { CallKind, Given } from '../shared/calls'

/** A call large enough to be read from a stand, the ways to answer it, and the verdict. */
const props = defineProps<{
  call: Call
  kind: CallKind
  plan: Plan
  marked: CallMarked | undefined
  given: Given | undefined
  level: { n: number; words: string }
  along: boolean
  trouble: string
}>()
const emit = defineEmits<{ answer: [given: Given]; next: [] }>()

/** What is looked for by its place may lie a hand beyond the octave; names repeat there. */
const most = computed(() => (props.kind.by === 'place' ? 16 : 12))
const high = computed(() => Math.min(props.plan.neck.frets.length - 1, Math.max(most.value, ...[props.call.place, ...(props.call.answer.notes ?? [])].map((p) => p?.fret ?? 0))))
/** Places that were pressed, where several are looked for. */
const found = ref<{ string: number; fret: number }[]>([])
const text = ref('')
const field = ref<HTMLInputElement>()
const onNeck = computed(() => props.kind.by === 'place' || props.kind.by === 'places')

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
    for (const n of props.kind.by === 'places' ? (answer.notes ?? []) : []) add(n, 'right', name(n))
    if (answer.string !== undefined && answer.fret !== undefined) add({ string: answer.string, fret: answer.fret }, 'right', name(answer))
    // What goes on from the place that was asked for: a scale, an octave of the new key.
    for (const n of props.kind.by === 'place' ? (answer.notes ?? []) : []) add(n, 'point', name(n))
    if (props.given?.place) add(props.given.place, props.marked.verdict === 'wrong' ? 'slip' : 'given')
  }
  for (const p of found.value) add(p, 'given')
  if (place) add(place, 'point', props.marked || onNeck.value ? '' : '?')
  return put
})

function press(p: { string: number; fret: number }) {
  if (props.marked) return
  if (props.kind.by === 'places') {
    found.value = found.value.some((f) => at(f, p)) ? found.value.filter((f) => !at(f, p)) : [...found.value, p]
    return
  }
  emit('answer', { place: p })
}

function submit() {
  if (props.marked) emit('next')
  else if (text.value.trim()) emit('answer', { text: text.value })
  else if (props.kind.by === 'places') emit('answer', { places: found.value })
}

const hint: Record<string, string> = {
  place: say.pressThePlaceOrTypeString,
  places: say.pressEveryPlaceThenCheckOr,
  name: say.typeTheAnswer,
  names: say.typeTheNotesInOrder,
  yes: say.typeYesOrNo,
}
const verdicts: Record<string, string> = { right: say.right, 'too-high': say.rightNoteTooHigh, far: say.rightNoteButFarAway, partly: say.partlyRight, wrong: say.notThatOne }
</script>

<template>
  <section class="stage" :aria-label="say.theCall">
    <p class="count">{{ say.callLevel(call.n, level.n, level.words) }}</p>
    <p class="call" :class="{ word: call.show.length > 4, long: call.show.length > 14 }" role="status" data-call :data-ask="call.ask">{{ call.show }}</p>
    <p v-if="call.say !== call.show && !call.place" class="said">{{ call.say }}</p>
    <div class="verdict" :class="marked?.verdict" role="status" data-verdict :data-is="marked?.verdict ?? ''">
      <template v-if="marked">
        <b>{{ verdicts[marked.verdict] }}.</b>
        <span>&nbsp;{{ marked.words }}</span>
        <span v-if="marked.time === 'early' || marked.time === 'late'">&nbsp;{{ marked.time === 'early' ? say.aheadOfTheBeat : say.behindTheBeat }}</span>
      </template>
      <span v-else-if="trouble" class="trouble">{{ trouble }}</span>
      <span v-else class="hint">{{ kind.by === 'name' && call.place ? say.whatIsMarked : hint[kind.by] }}</span>
    </div>
    <PressNeck v-if="onNeck || call.place" :plan="plan" :marks="marks" :high="high" :help="keptHelp" :still="!onNeck" @press="press" />
    <form class="answer" @submit.prevent="submit">
      <template v-if="kind.by === 'yes' && !marked">
        <v-btn color="primary" variant="tonal" data-answer="yes" @click="emit('answer', { text: 'yes' })">{{ say.yesY }}</v-btn>
        <v-btn color="primary" variant="tonal" data-answer="no" @click="emit('answer', { text: 'no' })">{{ say.noN }}</v-btn>
      </template>
      <label v-else-if="!marked" class="typed">
        <span class="unseen">{{ say.answer }}</span>
        <input ref="field" v-model="text" class="entry" maxlength="200" autocomplete="off" autocapitalize="off" spellcheck="false" :placeholder="hint[kind.by]" data-do="typed" />
      </label>
      <v-btn v-if="!marked && kind.by !== 'yes'" type="submit" color="primary" variant="tonal" data-do="check">{{ say.check }}</v-btn>
      <v-btn v-if="marked && marked.verdict !== 'right' && !along" type="submit" color="primary" variant="flat" data-do="next-call">{{ say.next }}</v-btn>
      <span class="grow" />
      <template v-if="!marked">
        <span class="aloud">{{ say.saidItAloud }}</span>
        <v-btn variant="text" data-aloud="right" @click="emit('answer', { right: true })">{{ say.right2 }}</v-btn>
        <v-btn variant="text" data-aloud="wrong" @click="emit('answer', { right: false })">{{ say.wrong2 }}</v-btn>
      </template>
    </form>
  </section>
</template>

<style scoped>
.stage {
  display: grid;
  gap: 6px;
  grid-template-columns: minmax(0, 1fr);
}

.said {
  color: var(--faint);
  text-align: center;
}

.count,
.hint,
.aloud {
  color: var(--faint);
  font-size: var(--size-note);
}

.call {
  font-family: var(--face-heading);
  font-size: clamp(72px, 15vh, 150px);
  font-weight: 800;
  line-height: 1.05;
  min-height: 1.1em;
  text-align: center;
}

.call.word {
  font-size: clamp(38px, min(11vh, 9vw), 100px);
}

.call.long {
  align-content: center;
  font-size: clamp(28px, min(6vh, 6vw), 62px);
  min-height: 2.2em;
}

.verdict {
  border-inline-start: 4px solid var(--rule);
  min-height: 3.1em;
  padding: 4px 14px;
}

.verdict.right {
  border-color: var(--verdigris);
}

.verdict.too-high,
.verdict.far,
.verdict.partly {
  border-color: var(--marigold);
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
  min-height: 48px;
}

.typed {
  flex: 1 1 22em;
  max-width: 34em;
}

.typed .entry {
  font-size: var(--size-lead);
  min-height: 44px;
  padding: 6px 12px;
  width: 100%;
}

.grow {
  flex: 1;
}
</style>
