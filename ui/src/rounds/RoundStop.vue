<script setup lang="ts">
import { say } from './words'
import { mdiCheckboxBlankOutline, mdiCheckboxMarked, mdiPlay, mdiSwapHorizontal } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { RoundStop } from '../api/client'
import { toQuery } from '../shared/brief/query'
import type { LabelKind } from '../shared/neck/labels'
import SmallNeck from '../shared/neck/SmallNeck.vue'
import { pretty } from '../shared/signs'
import KeyFingers from './KeyFingers.vue'

/** One key of a round: a stop. */
const props = defineProps<{ stop: RoundStop; label: LabelKind; covered: boolean; done: boolean; playing: boolean; note: number; neckWidth: number; twelve: boolean }>()
const emit = defineEmits<{ play: []; done: []; respell: []; choose: [box: string]; hold: [fingers: string[]] }>()

const peeked = ref(false)
watch(
  () => [props.covered, props.stop],
  () => (peeked.value = false),
)
const hidden = computed(() => props.covered && !peeked.value)

const fingering = ref(false)
const held = computed(() => props.stop.plan.brief.hand?.fingers?.length ?? 0)
const box = computed(() => props.stop.plan.boxes[props.stop.plan.box])
const signature = computed(() => {
  const { signature } = props.stop.plan.scale
  return signature.length === 0 ? say.noSharpsOrFlats : signature.join(' ')
})
/** The open strings that the key has, as the brief asks to say them. */
const open = computed(() => props.stop.openStrings.map((pitch) => props.stop.plan.neck.strings.find((s) => s.open === pitch)?.label ?? pretty(pitch)))
const toBench = computed(() => ({ name: 'bench', query: toQuery(props.stop.plan.brief) }))
</script>

<template>
  <li class="stop-row" :class="{ playing, done }" :data-stop="stop.tonic" :aria-current="playing ? 'step' : undefined">
    <span aria-hidden="true" />
    <div class="who">
      <v-btn :icon="mdiPlay" color="primary" variant="tonal" :aria-label="say.playOnFrom(stop.name)" data-do="play-from" @click="emit('play')" />
      <router-link :to="toBench" class="key" :aria-label="say.openOnTheBench(stop.title)">{{ stop.name }}</router-link>
      <v-btn
        v-if="stop.other && twelve"
        :icon="mdiSwapHorizontal"
        size="x-small"
        :aria-label="say.spellAs(stop.name, pretty(stop.other))"
        :title="say.asOther(pretty(stop.other))"
        data-do="respell"
        @click="emit('respell')"
      />
      <p class="signature">{{ signature }}</p>
    </div>
    <button v-if="hidden" type="button" class="cover" :style="{ inlineSize: `${neckWidth}px` }" @click="peeked = true">{{ say.pressToShow }}</button>
    <router-link v-else :to="toBench" class="small-neck" tabindex="-1" :title="say.openOnTheBench2">
      <SmallNeck :plan="stop.plan" :label="label" :current="playing ? note : -1" :width="neckWidth" />
    </router-link>
    <div class="facts">
      <p v-if="!hidden">
        {{ say.rootOn }} <b>{{ say.stringFret(stop.root.string, stop.root.fret) }}</b> {{ say.span(Math.round(box?.spanMm ?? 0)) }}
      </p>
      <label v-if="!hidden && stop.plan.boxes.length > 1" class="box">
        {{ say.box }}
        <select :value="box?.id" :aria-label="say.boxIn(stop.name)" data-do="box" @change="emit('choose', ($event.target as HTMLSelectElement).value)">
          <option v-for="b in stop.plan.boxes" :key="b.id" :value="b.id">{{ b.id }}: {{ b.name }}</option>
        </select>
      </label>
      <p v-if="!hidden" class="box">
        <button type="button" class="as-link" :aria-label="say.fingersOfKey(stop.name)" data-do="key-fingers" @click="fingering = true">{{ say.fingers }}</button>
        <template v-if="held"> {{ say.setByYou(held) }}</template>
        <KeyFingers v-if="fingering" v-model="fingering" :stop="stop" :label="label" @hold="emit('hold', $event)" />
      </p>
      <p class="open">
        <template v-if="stop.openStrings.length">{{ say.openStrings(stop.openStrings.length, open.join(' ')) }}</template>
        <template v-else>{{ say.noOpenStrings }}</template>
      </p>
    </div>
    <div class="change">
      <p v-if="stop.first === 0" class="detail">{{ say.theSpaceBarPlaysTheWhole }}</p>
      <p v-if="stop.droppedOctave && !hidden" class="dropped"><span class="down" aria-hidden="true">8↓</span> {{ stop.why }}</p>
      <p v-if="stop.move.words && !hidden" :class="{ same: stop.move.sameFingering }">{{ stop.move.words }}</p>
      <p v-for="c in hidden ? [] : stop.move.changes" :key="c" class="detail">{{ c }}</p>
      <p v-if="stop.join && !hidden" class="detail">{{ stop.join }}</p>
    </div>
    <v-btn
      :icon="done ? mdiCheckboxMarked : mdiCheckboxBlankOutline"
      :color="done ? 'primary' : undefined"
      :title="done ? 'done' : say.markDone"
      :aria-pressed="done"
      :aria-label="say.isDone(stop.name)"
      class="tick"
      data-do="done"
      @click="emit('done')"
    />
  </li>
</template>

<style scoped>
.stop-row {
  align-items: center;
  column-gap: 18px;
  display: grid;
  grid-template-columns: 12px 104px max-content 168px minmax(160px, 1fr) max-content;
  padding: 7px 12px 7px 0;
  position: relative;
}

/* The stop itself: a bar between the rails. */
.stop-row::after {
  background: var(--rule);
  bottom: 0;
  content: '';
  height: 3px;
  inset-inline: 8px 0;
  position: absolute;
}

.stop-row.playing {
  background: color-mix(in srgb, var(--verdigris) 9%, transparent);
}

.stop-row.playing::after {
  background: var(--verdigris);
}

.who {
  align-items: center;
  display: grid;
  gap: 0 8px;
  grid-template-columns: max-content max-content 1fr;
}

.key {
  color: inherit;
  font-family: var(--face-heading);
  font-size: var(--size-title);
  font-weight: 700;
  line-height: 1.1;
  text-decoration-color: var(--verdigris);
  text-decoration-thickness: 2px;
  text-underline-offset: 5px;
}

.signature {
  color: var(--faint);
  font-size: var(--size-note);
  grid-column: 1 / -1;
  padding-top: 4px;
}

.box {
  color: var(--faint);
  display: block;
  font-size: var(--size-note);
}

.box select {
  max-inline-size: 130px;
  min-height: 28px;
}

.cover {
  border: 1px dashed var(--faint);
  border-radius: 6px;
  color: var(--verdigris);
  cursor: pointer;
  min-height: 84px;
}

.small-neck {
  color: inherit;
  display: block;
}

.facts p,
.change p {
  font-size: var(--size-fact);
  line-height: 1.35;
}

.open,
.change .detail {
  color: var(--faint);
}

.change .same {
  color: var(--verdigris);
  font-weight: 700;
}

.dropped .down {
  background: var(--brick);
  border-radius: 3px;
  color: var(--ground);
  font-size: var(--size-caption);
  font-weight: 700;
  padding: 1px 4px;
}

.done .key {
  color: var(--faint);
}

@media (max-width: 1000px) {
  .stop-row {
    grid-template-columns: 12px 104px 1fr max-content;
    row-gap: 6px;
  }

  .facts {
    display: flex;
    flex-wrap: wrap;
    gap: 0 18px;
    grid-column: 2 / 5;
    grid-row: 2;
  }

  .change {
    grid-column: 2 / 5;
    grid-row: 3;
  }
}

@media (max-width: 600px) {
  .stop-row {
    column-gap: 8px;
    grid-template-columns: 12px 1fr max-content;
  }

  .tick {
    grid-column: 3;
    grid-row: 1;
  }

  .small-neck,
  .cover {
    grid-column: 2 / 4;
    grid-row: 2;
  }

  .facts {
    grid-column: 2 / 4;
    grid-row: 3;
  }

  .change {
    grid-column: 2 / 4;
    grid-row: 4;
  }
}
</style>
