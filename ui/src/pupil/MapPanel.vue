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
import ScreenPart from '../shared/shell/ScreenPart.vue'

/** What of the neck, the keys and the layouts was practised: shaded, with the number of tries on each place. */
const props = defineProps<{ pupil: StoredPupil; stamp: number }>()
const emit = defineEmits<{ set: [proposal: NextProposal] }>()
const spans = { '4': say.n4Weeks, '12': say.n12Weeks, '52': say.aYear, all: say.allTime, own: say.fromTo }
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

/** A place on the map, as wide and as high as on the bench. */
const mark = { w: 18, h: 25 }

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
    gap: 27,
    low: 0,
    high: high.value,
    most: mark,
  })
})
const strings = computed(() => (map.value?.neck.strings.toReversed() ?? []).map((pitch, i) => ({ string: i + 1, label: pretty(pitch.replace(/-?\d+$/, '')) })))
const frets = computed(() => Array.from({ length: high.value }, (_, i) => i + 1))
const shade = (tries: number) => `${Math.round(18 + (70 * tries) / Math.max(map.value?.most ?? 1, 1))}%`
const said = computed(() => map.value?.places.map((p) => say.triesAtPlace(p.string, p.fret, p.tries, p.boxes)).join('; ') ?? '')
const ago = (days: number, tries: number) => (tries === 0 ? 'never' : days < 0 ? say.neverClean : days === 0 ? 'today' : days === 1 ? 'yesterday' : say.daysAgo(days))
</script>

<template>
  <ScreenPart id="map" :title="say.practiceMap" :summary="map?.tries ? say.triesOfWorks(map.tries, map.works) : undefined" class="map">
    <template #side>
      <ChoiceRow v-model="weeks" :options="spans" :label="say.time" />
      <span v-if="weeks === 'own'" class="own">
        <label>{{ say.from }} <input v-model="own.from" class="entry" type="date" /></label>
        <label>{{ say.to }} <input v-model="own.until" class="entry" type="date" /></label>
      </span>
      <span v-if="map?.tries" class="note count">{{ say.triesOfWorks(map.tries, map.works) }}</span>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="map?.tries === 0" class="note">{{ say.noPracticeLoggedInThisTime }}</p>
    <div class="both">
      <div ref="box" class="neck">
        <svg v-if="g && map && map.tries" :width="g.width" :height="g.height" role="img" :aria-label="say.triesByPlace(said)">
          <NeckGrid :g="g" :frets="frets" :strings="strings" :left-handed="pupil.pupil.instrument.leftHanded ?? false" nut />
          <g v-for="p in map.places" :key="`${p.string}/${p.fret}`">
            <path class="place" :style="{ '--share': shade(p.tries) }" :d="capsule(g.markX(p.fret), g.stringY(p.string), mark.w, mark.h)" />
            <text :x="g.markX(p.fret)" :y="g.stringY(p.string)" dy="0.36em" :class="{ dark: p.tries * 2 > map.most }">{{ p.tries }}</text>
          </g>
          <text v-for="f in frets" :key="`n${f}`" class="number" :x="(g.fretX(f) + g.fretX(f - 1)) / 2" :y="g.height - 8">{{ f }}</text>
        </svg>
      </div>
      <div v-if="map?.tries">
        <table v-if="map.holes.length" class="table">
          <thead>
            <tr>
              <th scope="col" colspan="2">{{ say.notPractised }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="h in map.holes" :key="h.what">
              <td class="work">{{ h.what }}</td>
              <td>{{ h.which }}</td>
            </tr>
          </tbody>
        </table>
        <template v-if="map.fill">
          <p class="message fill">{{ map.fill.words }}</p>
          <p class="buttons">
            <v-btn color="primary" variant="tonal" :aria-label="say.assignThis(map.fill.title)" data-do="set-fill" @click="emit('set', map.fill)">{{ say.assign }}</v-btn>
            <v-btn color="primary" variant="tonal" :to="benchAddress(map.fill.ladder)" :aria-label="say.openThis(map.fill.title)">{{ say.seeIt }}</v-btn>
          </p>
        </template>
        <p class="note">
          {{ say.placesCount }}<template v-if="map.others"> {{ say.onAnotherNeckArentShown(map.others) }}</template>
        </p>
      </div>
    </div>
    <ol v-if="map?.tries" class="keys" :aria-label="say.keysInFourthsAndWhenEach">
      <li v-for="k in map.keys" :key="k.tonic" :class="{ never: k.tries === 0, unclean: k.tries > 0 && k.daysAgo < 0 }" :title="ago(k.daysAgo, k.tries)">
        <b>{{ pretty(k.tonic) }}</b>
        <span v-if="k.tries" class="note">{{ say.ofClean(k.clean, k.tries) }}</span>
        <span v-else class="note" aria-hidden="true">–</span>
        <span class="unseen">{{ ago(k.daysAgo, k.tries) }}</span>
      </li>
    </ol>
  </ScreenPart>
</template>

<style scoped>
.count {
  margin-inline-start: auto;
}

.both {
  display: grid;
  gap: 16px 32px;
  grid-template-columns: minmax(0, 1fr) 368px;
}

.fill {
  margin-top: 12px;
}

.buttons {
  display: flex;
  gap: 8px;
  padding: 12px 0 8px;
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
  font-size: 12px;
  font-weight: 700;
  text-anchor: middle;
}

text.dark {
  fill: var(--ground);
}

.number {
  fill: var(--faint);
  font-weight: 400;
}

.keys {
  display: grid;
  gap: 0 8px;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  list-style: none;
  padding: 8px 0 0;
}

.keys li {
  border-top: 3px solid var(--verdigris);
  display: grid;
  padding-top: 4px;
}

.keys li.never {
  border-top: 3px dotted var(--line);
}

.keys li.unclean {
  border-top-color: var(--rule);
}

.keys b {
  font-family: var(--face-heading);
}

.trouble {
  color: var(--brick);
}

@media (max-width: 1000px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }

  .keys {
    grid-template-columns: repeat(auto-fill, minmax(76px, 1fr));
    row-gap: 8px;
  }
}
</style>
