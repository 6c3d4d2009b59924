<script setup lang="ts">
import { say } from './words'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, take, type NextProposal, type Plan, type StoredPupil } from '../api/client'
import { useLoad } from '../shared/load'
import { capsule, geometry } from '../shared/neck/geometry'
import NeckGrid from '../shared/neck/NeckGrid.vue'
import { addDays, benchAddress, today } from '../shared/pupils/pupils'
import { pretty } from '../shared/signs'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'

/** What of the neck, the keys and the layouts was practised: shaded, with the figure on each place. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const emit = defineEmits<{ set: [proposal: NextProposal] }>()
const spans = { '4': say.n4Weeks, '12': say.n12Weeks, '52': say.aYear, all: 'all', own: say.fromTo }
const weeks = ref<keyof typeof spans>('12')
const own = ref({ from: '', until: '' })
/** The days that the map is of; the server's own where they are empty. */
const stretch = computed(() => {
  if (weeks.value === 'own') return own.value
  return { from: weeks.value === 'all' ? '2000-01-01' : addDays(today(), -7 * Number(weeks.value)), until: '' }
})
const asked = computed(() => ({ id: props.pupil.id, ...stretch.value, stamp: props.stamp }))
const {
  value: map,
  failure,
  problems,
} = useLoad(asked, ({ id, from, until }, signal) => take(api.GET('/api/v1/pupils/{id}/map', { params: { path: { id }, query: { from, until } }, signal })))
const trouble = computed(() => failure.value || problems.value.map((p) => p.message).join('; '))

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const high = computed(() => Math.min((map.value?.neck.frets.length ?? 1) - 1, Math.max(12, ...(map.value?.places.map((p) => p.fret) ?? []))))
const g = computed(() => {
  const m = map.value
  if (!m || !width.value) return undefined
  const neck = { strings: m.neck.strings, frets: m.neck.frets } as unknown as Plan['neck']
  return geometry(neck, {
    width: width.value,
    spacing: 'even',
    leftHanded: props.pupil.pupil.instrument.leftHanded ?? false,
    gap: 31,
    low: 0,
    high: high.value,
    most: { w: 19, h: 27 },
  })
})
const frets = computed(() => Array.from({ length: high.value }, (_, i) => i + 1))
const shade = (tries: number) => `${Math.round(18 + (70 * tries) / Math.max(map.value?.most ?? 1, 1))}%`
const said = computed(() => map.value?.places.map((p) => say.triesAtPlace(p.string, p.fret, p.tries, p.boxes)).join('; ') ?? '')
const ago = (days: number, tries: number) => (tries === 0 ? 'never' : days < 0 ? say.neverClean : days === 0 ? 'today' : days === 1 ? 'yesterday' : say.daysAgo(days))
</script>

<template>
  <section class="map" aria-labelledby="map-title">
    <p class="head">
      <span id="map-title" class="panel-title">{{ say.practiceMap }}</span>
      <ChoiceRow v-model="weeks" :options="spans" :label="say.time" />
      <template v-if="weeks === 'own'">
        <label>{{ say.from }} <input v-model="own.from" class="entry" type="date" /></label>
        <label>{{ say.to }} <input v-model="own.until" class="entry" type="date" /></label>
      </template>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <v-progress-linear v-else-if="!map" indeterminate color="primary" :aria-label="say.drawingTheMap" />
    <p v-else-if="map.tries === 0" class="faint">{{ say.noPracticeLoggedInThisTime }}</p>
    <template v-else>
      <p class="holes">
        <b v-for="h in map.holes" :key="h">{{ h }}</b>
      </p>
      <p v-if="map.fill" class="fill">
        {{ map.fill.words }}
        <v-btn size="small" color="primary" variant="tonal" data-do="set-fill" @click="emit('set', map.fill)">{{ say.assign }}</v-btn>
        <v-btn size="small" color="primary" variant="text" :to="benchAddress(map.fill.ladder)">{{ say.open }}</v-btn>
      </p>
    </template>
    <div ref="box" class="neck">
      <svg v-if="g && map && map.tries" :width="g.width" :height="g.height" role="img" :aria-label="say.triesByPlace(said)">
        <NeckGrid :g="g" :frets="frets" :strings="map.neck.strings.map((_, i) => ({ string: i + 1 }))" :left-handed="pupil.pupil.instrument.leftHanded ?? false" nut />
        <g v-for="p in map.places" :key="`${p.string}/${p.fret}`">
          <path class="place" :style="{ '--share': shade(p.tries) }" :d="capsule(g.markX(p.fret), g.stringY(p.string), 19, 27)" />
          <text :x="g.markX(p.fret)" :y="g.stringY(p.string)" dy="0.36em" :class="{ dark: p.tries * 2 > map.most }">{{ p.tries }}</text>
        </g>
        <text v-for="f in frets" :key="`n${f}`" class="number" :x="(g.fretX(f) + g.fretX(f - 1)) / 2" :y="g.height - 8">{{ f }}</text>
      </svg>
    </div>
    <template v-if="map && map.tries">
      <p class="faint">
        {{ say.triesAtWorks(map.tries, map.works) }}<template v-if="map.others"> {{ say.onAnotherNeckArentShown(map.others) }}</template>
      </p>
      <ol class="keys" :aria-label="say.keysInFourthsAndWhenEach">
        <li v-for="k in map.keys" :key="k.tonic" :class="{ never: k.tries === 0, unclean: k.tries > 0 && k.daysAgo < 0 }">
          <b>{{ pretty(k.tonic) }}</b>
          <span>{{ ago(k.daysAgo, k.tries) }}</span>
          <span v-if="k.tries" class="faint">{{ say.ofClean(k.clean, k.tries) }}</span>
        </li>
      </ol>
      <p v-for="l in map.layouts.filter((l) => l.boxes.length > 1 && l.boxes.length <= 12)" :key="l.system" class="layout">
        {{ l.name }}:
        <span v-for="(b, i) in l.boxes" :key="i" :class="{ untouched: b.tries === 0 }"
          >{{ b.name }}: {{ b.tries ? `${b.tries} ${b.tries === 1 ? 'try' : 'tries'}` : say.notYet }}</span
        >
      </p>
    </template>
  </section>
</template>

<style scoped>
.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
}

.panel-title {
  margin: 0;
}

.holes {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 20px;
}

.holes b::first-letter {
  text-transform: uppercase;
}

.fill {
  border-inline-start: 3px solid var(--verdigris);
  margin: 6px 0;
  padding-inline-start: 12px;
}

.neck {
  overflow-x: auto;
}

.place {
  fill: color-mix(in srgb, var(--ink) var(--share), var(--ground));
  stroke: var(--ink);
  stroke-width: 0.6;
}

text {
  fill: var(--ink);
  font-family: var(--face-text);
  font-size: var(--size-mark-small);
  text-anchor: middle;
}

text.dark {
  fill: var(--ground);
}

.number,
.faint {
  color: var(--faint);
  fill: var(--faint);
  font-size: var(--size-note);
}

.keys {
  display: grid;
  gap: 0 8px;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  list-style: none;
  padding: 8px 0;
}

.keys li {
  border-top: 4px solid var(--verdigris);
  display: grid;
  font-size: var(--size-caption);
}

.keys li.never {
  border-top: 4px dotted var(--brick);
}

.keys li.unclean {
  border-top-color: var(--rule);
}

.keys b {
  font-family: var(--face-heading);
  font-size: var(--size-lead);
}

.layout span {
  border: 1px solid var(--rule);
  border-radius: 4px;
  display: inline-block;
  font-size: var(--size-note);
  margin: 2px;
  padding: 1px 7px;
}

.layout .untouched {
  border-style: dashed;
  color: var(--brick);
}

.trouble {
  color: var(--brick);
}

@media (max-width: 900px) {
  .keys {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    row-gap: 8px;
  }
}
</style>
