<script setup lang="ts">
import { say } from './words'
import { computed, nextTick, ref, watch } from 'vue'
import type { Phrase } from '../api/client'
import { pretty } from '../shared/signs'
import { ofNotes, type Asked } from './changes'

/** The notes of a phrase in their time: name over degree, and what is no note of the scale told by its frame and in words. They are chosen, and changed by drags and by keys. */
const props = defineProps<{ phrase: Phrase; marked: number[]; sounding: number; way: Phrase['ways'][number] | undefined }>()
const chosen = defineModel<[number, number] | undefined>('chosen')
const emit = defineEmits<{ change: [asked: Asked]; strike: [midi: number] }>()
/** Pixels that a note takes at least, and a step of the scale while one is dragged; those of a beat. */
const least = 32
const stepTall = 14
const beat = computed(() => Math.max(58, least / Math.min(...props.phrase.notes.map((n) => n.beats))))
const total = computed(() => Math.max(...props.phrase.notes.map((n) => n.at + n.beats), 1) * beat.value)
const kinds: Record<string, string> = { 'in the scale': 'in', colour: 'colour', neighbour: 'neighbour', outside: 'outside' }
const words = (n: Phrase['notes'][number]) => {
  const on = props.way?.notes[n.n - 1]
  return say.notePlaced(n.n, n.place, on)
}
const isChosen = (n: number) => !!chosen.value && n >= chosen.value[0] && n <= chosen.value[1]
const list = ref<HTMLElement>()
const focused = ref(1)
watch(chosen, (now) => now && (focused.value = now[0]))

async function focus(n: number) {
  focused.value = Math.min(Math.max(n, 1), props.phrase.notes.length)
  await nextTick()
  list.value?.querySelector<HTMLElement>(`[data-note="${focused.value}"]`)?.focus()
}

function choose(n: number, extend: boolean) {
  const from = extend && chosen.value ? Math.min(chosen.value[0], n) : n
  const to = extend && chosen.value ? Math.max(chosen.value[1], n) : n
  chosen.value = !extend && isChosen(n) && chosen.value?.[0] === chosen.value?.[1] ? undefined : [from, to]
  const midi = props.phrase.notes[n - 1]?.midi
  if (midi !== undefined && !extend) emit('strike', midi)
}

function key(event: KeyboardEvent, n: number) {
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
    event.preventDefault()
    const to = n + (event.key === 'ArrowRight' ? 1 : -1)
    if (to < 1 || to > props.phrase.notes.length) return
    if (event.shiftKey) choose(to, true)
    else chosen.value = [to, to]
    void focus(to)
    return
  }
  const does = ofNotes.find((c) => c.key === event.key || (event.key === 'Backspace' && c.key === 'Delete'))
  if (!does) return
  event.preventDefault()
  event.stopPropagation()
  if (!isChosen(n)) chosen.value = [n, n]
  emit('change', does)
}
// After a change the focus stays on the note that was changed.
watch(
  () => props.phrase,
  () => list.value?.contains(document.activeElement) && void focus(chosen.value?.[0] ?? focused.value),
)

let drag: { n: number; x: number; y: number } | undefined
const dragged = ref({ n: 0, dx: 0, dy: 0 })
function down(n: number, event: PointerEvent) {
  if (event.pointerType === 'touch') return // a finger scrolls
  drag = { n, x: event.clientX, y: event.clientY }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (drag) dragged.value = { n: drag.n, dx: event.clientX - drag.x, dy: event.clientY - drag.y }
}
/** Dragged up or down a note goes by steps of the scale, sideways past its neighbours; a press chooses it. */
function up(event: PointerEvent) {
  const from = drag
  const by = dragged.value
  drag = undefined
  dragged.value = { n: 0, dx: 0, dy: 0 }
  if (!from || (Math.abs(by.dx) < 8 && Math.abs(by.dy) < 8)) return
  event.preventDefault()
  moved = true
  if (!isChosen(from.n)) chosen.value = [from.n, from.n]
  const steps = -Math.round(by.dy / stepTall)
  const places = Math.round(by.dx / beat.value)
  const upright = Math.abs(by.dy) >= Math.abs(by.dx)
  if (upright && steps) emit('change', { id: 'step', by: steps })
  if (!upright && places) emit('change', { id: 'move', by: places })
}
let moved = false
function click(n: number, event: MouseEvent) {
  if (!moved) choose(n, event.shiftKey)
  moved = false
}
const shift = (n: number) =>
  dragged.value.n === n
    ? {
        transform: `translate(${Math.abs(dragged.value.dx) > Math.abs(dragged.value.dy) ? dragged.value.dx : 0}px, ${Math.abs(dragged.value.dy) >= Math.abs(dragged.value.dx) ? dragged.value.dy : 0}px)`,
      }
    : {}
</script>

<template>
  <div class="notes">
    <ol ref="list" :style="{ width: `${total}px` }" :aria-label="say.theNotesOfThePhraseArrow">
      <li v-for="n in phrase.notes" :key="n.n" :style="{ insetInlineStart: `${n.at * beat}px`, width: `${n.beats * beat - 4}px`, ...shift(n.n) }">
        <button
          type="button"
          :tabindex="n.n === focused ? 0 : -1"
          :class="[kinds[n.place], { marked: marked.includes(n.n), sounding: sounding === n.n, root: n.degree === '1' }]"
          :aria-pressed="isChosen(n.n)"
          :title="words(n)"
          :data-note="n.n"
          :data-place-is="kinds[n.place]"
          @click="click(n.n, $event)"
          @keydown="key($event, n.n)"
          @focus="focused = n.n"
          @pointerdown="down(n.n, $event)"
          @pointermove="move"
          @pointerup="up"
          @pointercancel="drag = undefined"
        >
          <b>{{ pretty(n.name) }}</b>
          <span>{{ pretty(n.degree) }}</span>
          <span class="unseen">, {{ words(n) }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.notes {
  overflow-x: auto;
  padding-block: 4px 8px;
}

ol {
  height: 62px;
  list-style: none;
  margin: 0;
  min-width: 100%;
  padding: 0;
  position: relative;
}

li {
  position: absolute;
}

button {
  border: 1.5px solid var(--ink);
  border-radius: 5px;
  display: grid;
  min-height: 54px;
  overflow: hidden;
  padding: 2px 4px;
  place-content: center;
  width: 100%;
}

button span {
  color: var(--faint);
  font-size: var(--size-note);
}

.root {
  border-bottom: 5px double var(--marigold);
}

.colour {
  border-color: var(--plum);
  border-width: 3px;
}

.neighbour {
  border-style: dashed;
}

.outside {
  border-color: var(--brick);
  border-style: dotted;
  border-width: 3px;
}

.marked,
button[aria-pressed='true'] {
  background: color-mix(in srgb, var(--verdigris) 16%, transparent);
}

button[aria-pressed='true'] {
  outline: 2px solid var(--verdigris);
  outline-offset: 1px;
}

.sounding {
  background: var(--verdigris);
  color: var(--ground);
}

.sounding span {
  color: var(--ground);
}
</style>
