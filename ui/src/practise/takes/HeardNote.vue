<script setup lang="ts">
import { say } from '../words'
import { computed, onScopeDispose, ref, watch } from 'vue'
import type { Take } from '../../api/client'
import { useCatalogue } from '../../shared/catalogue'
import { pretty } from '../../shared/signs'

/** One note of a take: what was heard against what was planned, to be read and to be heard. */
const props = defineProps<{ take: Take; event: number; file: Blob | undefined; strike: (midi: number) => void }>()
const { catalogue } = useCatalogue()
const note = computed(() => props.take.events[props.event])
const nameOf = (midi: number) => pretty(catalogue.value?.pitches.find((p) => p.midi === midi)?.name ?? String(midi))

const words = computed(() => {
  const n = note.value
  if (!n) return say.pressANoteOnTheLanes
  const late = n.lateMs === null || Math.abs(n.lateMs) < 1 ? say.inTime : say.lateOrEarly(Math.abs(n.lateMs), n.lateMs)
  const planned = say.notePlanned(n.n, nameOf(n.plannedMidi))
  if (n.verdict === 'missed' || n.heardMidi === null) return say.missed(planned)
  return `${planned}, ${n.verdict === 'right' ? say.andHeard : say.heard(nameOf(n.heardMidi))}, ${late}${n.unsure ? say.notSure : ''}.`
})

// A stretch of the take from the note on, where it is sound.
const trouble = ref('')
let context: AudioContext | undefined
let decoded: AudioBuffer | undefined
let source: AudioBufferSourceNode | undefined
watch(
  () => props.file,
  () => (decoded = undefined),
)
onScopeDispose(() => void context?.close())

const before = 0.03
const most = 1.2

/** Between the planned note and the one that was played, in ms. */
const between = 800

// A note that is pressed is heard at once, as planned and then as played.
let waits: ReturnType<typeof setTimeout> | undefined
watch(
  () => props.event,
  () => {
    clearTimeout(waits)
    if (!note.value) return
    props.strike(note.value.plannedMidi)
    waits = setTimeout(() => void hear(), between)
  },
)
onScopeDispose(() => clearTimeout(waits))

async function hear() {
  const n = note.value
  if (!n || n.onsetSec === null || n.heardMidi === null) return
  if (!props.file || props.file.type.includes('midi')) {
    props.strike(n.heardMidi)
    return
  }
  try {
    context ??= new AudioContext()
    decoded ??= await context.decodeAudioData(await props.file.arrayBuffer())
    const next = props.take.events.slice(props.event + 1).find((e) => e.onsetSec !== null)
    source?.stop()
    source = context.createBufferSource()
    source.buffer = decoded
    source.connect(context.destination)
    source.start(0, Math.max(n.onsetSec - before, 0), Math.min((next?.onsetSec ?? n.onsetSec + most) - n.onsetSec + before, most))
    trouble.value = ''
  } catch {
    props.strike(n.heardMidi)
    trouble.value = say.thisFilesSoundCantBePlayed
  }
}
</script>

<template>
  <p class="heard" data-heard role="status">{{ words }}</p>
  <p v-if="note" class="both">
    <button type="button" class="as-link" data-do="hear-planned" @click="strike(note.plannedMidi)">{{ say.playAsPlanned }}</button>
    <button v-if="note.heardMidi !== null" type="button" class="as-link" data-do="hear-played" @click="hear">{{ say.playAsPlayed }}</button>
  </p>
  <p v-if="trouble" role="alert">{{ trouble }}</p>
</template>

<style scoped>
.both {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
</style>
