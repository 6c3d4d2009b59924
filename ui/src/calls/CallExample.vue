<script setup lang="ts">
import { mdiPlay, mdiStop } from '@mdi/js'
import { computed, watch } from 'vue'
import type { Plan } from '../api/client'
import { api, take } from '../api/client'
import { useLoad } from '../shared/load'
import { geometry } from '../shared/neck/geometry'
import NeckGrid from '../shared/neck/NeckGrid.vue'
import NoteMark from '../shared/neck/NoteMark.vue'
import { pretty } from '../shared/signs'
import { requestOf, type Asked, type CallKind } from '../shared/calls'
import { useListening } from './useListening'
import { say } from './words'

/** A call of the kind that is chosen, with its answer, on the instrument that is played. */
const props = defineProps<{ plan: Plan; asked: Asked; kind: CallKind }>()
const listening = useListening()
const { value: call } = useLoad(
  () => ({ brief: props.plan.brief, asked: { ...props.asked, every: 0 }, takes: props.kind.takes }),
  async ({ brief, asked, takes }, signal) => {
    const request = { ...requestOf(brief, asked, takes), count: 1 }
    return (await take(api.POST('/api/v1/calls', { body: request, signal }))).calls[0]
  },
)

watch(call, () => listening.stop())

/** Places of the answer, and the one that is pointed at. */
const marks = computed(() => {
  const c = call.value
  if (!c) return []
  const { string, fret, name, degree, notes } = c.answer
  const places = (notes ?? []).map((n) => ({ string: n.string, fret: n.fret, label: pretty(n.name) }))
  if (string !== undefined && fret !== undefined && !places.some((p) => p.string === string && p.fret === fret)) {
    places.unshift({ string, fret, label: c.show === pretty(degree ?? '') ? c.show : c.place ? '?' : pretty(name ?? '') })
  }
  if (places.length === 0 && c.place) places.push({ string: c.place.string, fret: c.place.fret, label: '?' })
  return places
})
const width = 352
const low = computed(() => Math.max(1, Math.min(...marks.value.map((m) => m.fret || 1)) - 1))
const high = computed(() => Math.min(props.plan.neck.frets.length - 1, Math.max(low.value + 4, ...marks.value.map((m) => m.fret + 1))))
const left = computed(() => props.plan.brief.instrument.leftHanded ?? false)
const g = computed(() => geometry(props.plan.neck, { width, spacing: 'even', leftHanded: left.value, gap: 24, low: low.value, high: high.value, most: { w: 17, h: 23 } }))
const frets = computed(() => Array.from({ length: high.value - low.value + 1 }, (_, i) => low.value + i))

const answer = computed(() => {
  const c = call.value
  if (!c) return ''
  const { string, fret, name, words, notes } = c.answer
  if (c.choices) return say.exampleWords(c.choices.find((o) => o.id === words?.[0])?.name ?? '')
  if (words?.length) return say.exampleWords(words.map(pretty).join(' '))
  if (string !== undefined && fret !== undefined) return say.examplePlace(pretty(name ?? ''), string, fret)
  return say.examplePlaces(notes?.length ?? 0)
})
</script>

<template>
  <figure class="example">
    <p v-if="call?.sound" class="show">
      <v-btn
        color="primary"
        variant="tonal"
        :prepend-icon="listening.sounding.value ? mdiStop : mdiPlay"
        data-do="hear-example"
        @click="listening.sounding.value ? listening.stop() : listening.play(call.sound)"
        >{{ listening.sounding.value ? say.stop : say.hearIt }}</v-btn
      >
    </p>
    <p v-else class="show" :class="{ word: (call?.show.length ?? 0) > 4 }">{{ call?.show ?? '…' }}</p>
    <svg v-if="marks.length" :width="width" :height="g.height" :viewBox="`0 0 ${width} ${g.height}`" aria-hidden="true">
      <NeckGrid :g="g" :frets="frets" :strings="plan.neck.strings" :courses="plan.neck.courses" :left-handed="left" :nut="low === 1" />
      <NoteMark v-for="m in marks" :key="`${m.string}/${m.fret}`" :x="g.markX(m.fret)" :y="g.stringY(m.string)" :w="g.mark.w" :h="g.mark.h" :label="m.label" />
      <text v-for="f in frets" :key="f" :x="(g.fretX(f) + g.fretX(f - 1)) / 2" :y="g.height - 8">{{ f }}</text>
    </svg>
    <figcaption class="note">{{ answer }}</figcaption>
  </figure>
</template>

<style scoped>
.example {
  background: var(--sheet);
  border: 1px solid var(--rule);
  margin: 0;
  min-height: 150px;
  padding: 8px 12px 12px;
}

.show {
  font-family: var(--face-heading);
  font-size: 44px;
  font-weight: 700;
  line-height: 52px;
  text-align: center;
}

.show.word {
  font-size: 22px;
  line-height: 34px;
}

svg {
  display: block;
  height: auto;
  max-width: 100%;
}

text {
  fill: var(--faint);
  font-size: 12px;
  text-anchor: middle;
}
</style>
