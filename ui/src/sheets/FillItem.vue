<script setup lang="ts">
import { say } from './words'
import { useDebounceFn, useSessionStorage } from '@vueuse/core'
import { computed, onUnmounted, ref, watch } from 'vue'
import type { CallKinds, JudgedItem, WorksheetItem, WorksheetRequest } from '../api/client'
import { fetchFile } from '../shared/brief/sheet'
import { wordsOf } from '../shared/load'
import { sheets } from '../shared/sheets'

/** One item that is filled in on screen. It is marked when the pupil asks, or has counted: what is marked while it is written would be found by trying. */
const props = defineProps<{ request: WorksheetRequest; sheet: number; n: number; item: WorksheetItem; distances: CallKinds['distances'] }>()
const right = defineModel<boolean>({ required: true })
/** What is written outlives a reload, and a look at the key. */
const name = `${props.sheet}.${props.n} ${JSON.stringify(props.request)}`
const kept = useSessionStorage(`even-ladder.fill ${name}`, {
  given: Array.from({ length: props.item.blanks }, () => ''),
  count: '',
  distances: (props.item.steps ?? []).map(() => ''),
})
const given = computed(() => kept.value.given)
/** First the letters, then the signs: a scale is written out in two steps. */
const step = useSessionStorage<'letters' | 'signs'>(`even-ladder.fill-step ${name}`, props.item.steps ? 'letters' : 'signs')
const judged = ref<JudgedItem>()
/** The marks are shown from the moment they are asked for until something else is written. */
const asked = ref(false)
const shown = computed(() => (asked.value ? judged.value : undefined))
const lettersDone = ref(false)
const trouble = ref('')
let running: AbortController | undefined

const judge = useDebounceFn(async () => {
  running?.abort()
  const mine = (running = new AbortController())
  try {
    const made = await sheets.judge(
      { ...props.request, sheet: props.sheet, item: props.n, given: given.value, count: kept.value.count, distances: kept.value.distances ?? [], step: step.value },
      mine.signal,
    )
    if (mine.signal.aborted) return
    judged.value = made
    right.value = made.right
    trouble.value = ''
    // Letters that were asked about and are all right lead on to the signs.
    if (asked.value && step.value === 'letters' && given.value.every(Boolean) && made.blanks.every((b) => b === 'right')) {
      step.value = 'signs'
      asked.value = false
      lettersDone.value = true
    }
  } catch (cause) {
    if (!mine.signal.aborted) trouble.value = wordsOf(cause)
  }
}, 200)
/** Whoever has counted is done. */
const counted = () => step.value === 'signs' && kept.value.count.trim() !== '' && given.value.every(Boolean)
watch(
  kept,
  () => {
    asked.value = counted()
    lettersDone.value = false
    void judge()
  },
  { deep: true },
)
if (kept.value.given.some(Boolean)) {
  asked.value = counted()
  void judge()
}

function check() {
  asked.value = true
  lettersDone.value = false
  void judge()
}

// What is drawn of the item, where it is more than a row of blanks.
const picture = ref('')
watch(
  () => props.item.figure,
  async (figure) => {
    if (!figure) return
    try {
      const { blob } = await fetchFile('/api/v1/worksheet/document', { format: 'svg', sheet: String(props.sheet), item: String(props.n) }, props.request)
      picture.value = URL.createObjectURL(blob)
    } catch (cause) {
      trouble.value = wordsOf(cause)
    }
  },
  { immediate: true },
)
onUnmounted(() => URL.revokeObjectURL(picture.value))

/** Slips are said one or two at a time: the marks show the others. */
const mostSaid = 2
const slips = computed(() => (shown.value?.slips ?? []).slice(0, mostSaid).map((s) => s.words))
const words = computed(() => trouble.value || (lettersDone.value ? judged.value?.words : slips.value.length ? slips.value.join(' ') : shown.value?.words) || '')
const marks: Record<string, string> = { right: '✓', wrong: '✗', again: '?', empty: '' }
const said: Record<string, string> = { right: 'right', wrong: say.wrong, again: say.notUnderstood, empty: 'empty' }
const narrowBlanks = computed(() => props.item.blanks > 3)
</script>

<template>
  <li class="item" :data-item="n" :data-right="right">
    <p class="ask">
      <b>{{ item.show }}</b>
      <span v-if="item.steps" class="steps" :data-step="step">
        <span :class="{ now: step === 'letters' }">{{ say.firstTheLetters }}</span> · <span :class="{ now: step === 'signs' }">{{ say.thenTheAccidentals }}</span>
      </span>
    </p>
    <img v-if="picture" :src="picture" :alt="say.question(item.show)" />
    <form class="blanks" @submit.prevent="check">
      <label v-for="i in item.blanks" :key="i" :class="[shown?.blanks[i - 1] ?? 'empty', { narrow: narrowBlanks }]">
        <span class="label">{{ item.labels?.[i - 1] ?? i }}</span>
        <input
          v-model="given[i - 1]"
          class="entry"
          maxlength="24"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          :aria-label="say.blank(item.show, i, said[shown?.blanks[i - 1] ?? 'empty'])"
          :data-blank="i"
        />
        <span class="mark" aria-hidden="true">{{ marks[shown?.blanks[i - 1] ?? 'empty'] }}</span>
        <span v-if="item.steps?.[i - 1] === 1" class="half" :title="say.aHalfStep" aria-hidden="true" />
      </label>
      <label v-if="item.count !== undefined" :class="['count', shown?.count || 'empty']">
        <span class="label">{{ say.accidentals }}</span>
        <input v-model="kept.count" class="entry" maxlength="4" inputmode="numeric" :aria-label="say.numberOfAccidentals(item.show)" data-count />
        <span class="mark" aria-hidden="true">{{ marks[shown?.count || 'empty'] }}</span>
      </label>
      <div v-if="item.steps && step === 'signs'" class="between">
        <span v-for="(_, i) in item.steps" :key="i" :class="shown?.distances[i] ?? 'empty'">
          <select v-model="kept.distances[i]" class="entry" :aria-label="say.distance(i + 1, i + 2)" :data-distance="i + 1">
            <option value=""></option>
            <option v-for="d in distances" :key="d.id" :value="d.id">{{ d.name }}</option>
          </select>
          <span class="mark" aria-hidden="true">{{ marks[shown?.distances[i] ?? 'empty'] }}</span>
        </span>
        <span class="label">{{ say.distances }}</span>
      </div>
      <v-btn type="submit" variant="tonal" class="check" data-do="check">{{ say.check }}</v-btn>
    </form>
    <p class="words" role="status" data-words :data-slips="shown?.slips.map((s) => s.kind).join(' ')">{{ words }}</p>
  </li>
</template>

<style scoped>
.item {
  border-top: 1px solid var(--rule);
  padding: 10px 0;
}

.ask {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}

img {
  background: #fff;
  display: block;
  max-width: 100%;
  width: 640px;
}

.blanks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  padding: 8px 0 4px;
}

label {
  display: grid;
  justify-items: center;
  position: relative;
  width: 8em;
}

label.narrow {
  width: 4.4em;
}

.steps {
  color: var(--faint);
  font-size: var(--size-note);
}

.steps .now {
  color: var(--ink);
  font-weight: 700;
}

.check {
  align-self: center;
  margin-inline-start: 10px;
}

.count {
  margin-inline-start: 18px;
  width: 4.4em;
}

.between {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  order: 1;
  width: 100%;
}

.between > :first-child {
  margin-inline-start: 39px;
}

.between .entry {
  font-size: var(--size-note);
  padding-inline: 4px;
  width: 70px;
}

.between .mark {
  display: block;
  text-align: center;
}

.label {
  color: var(--faint);
  font-size: var(--size-note);
}

.entry {
  font-size: var(--size-lead);
  min-height: 44px;
  text-align: center;
  width: 100%;
}

.right .entry {
  border-color: var(--verdigris);
  border-width: 2px;
}

.wrong .entry {
  border-color: var(--brick);
  border-width: 2px;
}

.mark {
  min-height: 1.3em;
}

.right .mark {
  color: var(--verdigris);
}

.wrong .mark,
.again .mark {
  color: var(--brick);
}

.half {
  border: 2px solid var(--marigold);
  border-radius: 0 0 50% 50%;
  border-top: 0;
  height: 8px;
  inset-block-end: 14px;
  inset-inline-start: 62%;
  position: absolute;
  width: 90%;
}

.words {
  min-height: 1.5em;
}
</style>
