<script setup lang="ts">
import { say } from '../words'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api, take, type Brief, type Pupil } from '../../api/client'
import { useLoad } from '../load'

/**
 * What a hand opens, found in two minutes: for each pair of neighbouring fingers the frets
 * that they reach in comfort, pressed on the pupil's own neck in its true proportions; or a
 * hand of a usual size to begin with.
 */
const props = defineProps<{ instrument: Pupil['instrument'] }>()
type Limits = NonNullable<NonNullable<Pupil['hand']>['limitsMm']>
const limits = defineModel<Limits | undefined>({ required: true })

const sample = computed<Brief>(() => ({ instrument: props.instrument, scale: { tonic: 'C', name: 'major' }, layout: { system: 'single-string' } }))
const { value: sizes } = useLoad(sample, (body, signal) => take(api.POST('/api/v1/brief/choices', { body, params: { query: { field: 'hand.limitsMm.comfortable' } }, signal })))
const { value: plan } = useLoad(sample, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
const mm = computed(() => plan.value?.neck.frets.map((f) => f.mm) ?? [])
const lastFret = computed(() => Math.min(mm.value.length - 1, 14))

const pairs = [say.indexMiddle, say.middleRing, say.ringLittleFinger] as const
const reached = ref<[number, number][]>([
  [5, 7],
  [5, 6],
  [5, 6],
])

/** A press nearer to the nut moves the lower finger, one further up the other. */
function press(pair: number, fret: number) {
  const now = reached.value[pair]
  if (!now) return
  const moved: [number, number] = fret <= now[0] ? [fret, now[1]] : [now[0], fret]
  reached.value = reached.value.map((r, i) => (i === pair ? moved : r))
}

const asked = computed(() => ({ instrument: props.instrument, reached: reached.value }))
const { value: found, problems } = useLoad(asked, (body, signal) => take(api.POST('/api/v1/hand/openings', { body, signal })))

const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const x = (fret: number) => ((mm.value[fret] ?? 0) / (mm.value[lastFret.value] ?? 1)) * width.value
const frets = computed(() => Array.from({ length: lastFret.value }, (_, i) => i + 1))

function takeSize(changes: Record<string, unknown>) {
  const comfortable = changes['hand.limitsMm.comfortable'] as number[] | null
  const greatest = changes['hand.limitsMm.greatest'] as number[] | null
  limits.value = comfortable && greatest ? { comfortable, greatest } : undefined
}
</script>

<template>
  <div class="finder">
    <p class="now">
      {{ limits?.comfortable ? say.thisHandOpensMmComfortablyMm(limits.comfortable.join(', '), limits.greatest?.join(', ') ?? '–') : say.usingAnAverageAdultHand }}
    </p>
    <p class="sizes">
      {{ say.startWith }}
      <button v-for="c in sizes?.choices.filter((c) => !c.typed)" :key="c.label" type="button" class="as-link" :data-size="c.label" @click="takeSize(c.changes)">
        {{ c.label }}
      </button>
    </p>
    <p class="how">{{ say.orMeasureItPutTwoFingers }}</p>
    <div ref="strip" class="strips">
      <div v-for="(name, i) in pairs" :key="name" class="pair" role="group" :aria-label="name">
        <span class="which">{{ name }}</span>
        <button
          v-for="f in frets"
          :key="f"
          type="button"
          class="fret"
          :class="{ on: reached[i]?.includes(f), between: f > (reached[i]?.[0] ?? 0) && f < (reached[i]?.[1] ?? 0) }"
          :style="{ insetInlineStart: `${x(f - 1)}px`, width: `${x(f) - x(f - 1)}px` }"
          :aria-pressed="reached[i]?.includes(f)"
          :aria-label="say.fret(name, f)"
          @click="press(i, f)"
        >
          {{ f }}
        </button>
        <b class="mm">{{ say.millimetres(found?.comfortable?.[i] ?? '–') }}</b>
      </div>
    </div>
    <p v-if="problems.length" class="trouble" role="alert">{{ problems.map((p) => p.message).join('; ') }}</p>
    <v-btn color="primary" variant="tonal" :disabled="!found" data-do="use-openings" @click="limits = found">{{ say.useThisMeasurement }}</v-btn>
  </div>
</template>

<style scoped>
.finder {
  border-inline-start: 3px solid var(--rule);
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-inline-start: 14px;
}

.now {
  font-weight: 700;
}

.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}

.how {
  color: var(--faint);
  font-size: var(--size-note);
}

.strips {
  display: grid;
  gap: 8px;
  width: 100%;
}

.pair {
  height: 62px;
  position: relative;
}

.which {
  color: var(--faint);
  font-size: var(--size-note);
}

.mm {
  font-size: var(--size-note);
  margin-inline-start: 10px;
}

.fret {
  border: 1px solid var(--rule);
  border-inline-end: 2px solid var(--faint);
  bottom: 0;
  font-size: var(--size-caption);
  height: 40px;
  position: absolute;
}

.fret.between {
  background: color-mix(in srgb, var(--verdigris) 18%, transparent);
}

.fret.on {
  background: var(--verdigris);
  color: var(--ground);
}

.trouble {
  color: var(--brick);
}
</style>
