<script setup lang="ts">
import { mdiGuitarAcoustic, mdiHeadphones, mdiVolumeHigh, mdiVolumeOff } from '@mdi/js'
import { computed } from 'vue'
import type { Catalogue, GroupPart } from '../api/client'
import { toQuery } from '../shared/brief/query'
import SmallNeck from '../shared/neck/SmallNeck.vue'
import { keptLabel } from '../shared/shell/kept'
import ToggleButton from '../shared/shell/ToggleButton.vue'
import { say } from './words'

/** One member: who, on what, which part, and the neck of it. */
const props = defineProps<{ part: GroupPart; catalogue: Catalogue | undefined; current: number; muted: boolean; alone: boolean; width: number; fixed: boolean }>()
const emit = defineEmits<{ give: [change: { voice?: NonNullable<GroupPart['voice']>; after?: number }]; mute: []; alone: [] }>()
const instrument = computed(() => props.catalogue?.instruments.find((i) => i.id === props.part.instrument.id)?.name ?? props.part.instrument.id)
const voice = computed(() => props.catalogue?.voices.find((v) => v.id === props.part.voice))
/** The place that sounds now, among those that are played. */
const note = computed(() => {
  const e = props.part.plan?.run.events[props.current]
  return e ? (props.part.box?.notes.findIndex((n) => n.string === e.string && n.fret === e.fret) ?? -1) : -1
})
const chosen = (event: Event) => (event.target as HTMLSelectElement).value
</script>

<template>
  <div class="who" :data-member="part.name">
    <p class="head">
      <b class="name">{{ part.name }}</b> <span class="note">{{ instrument }}</span>
      <span class="tools">
        <ToggleButton
          :model-value="muted"
          :icon="muted ? mdiVolumeOff : mdiVolumeHigh"
          :aria-label="say.mute(part.name)"
          :title="say.mute(part.name)"
          data-do="mute"
          @update:model-value="emit('mute')"
        />
        <ToggleButton
          :model-value="alone"
          :icon="mdiHeadphones"
          :aria-label="say.alone(part.name)"
          :title="say.alone(part.name)"
          data-do="alone"
          @update:model-value="emit('alone')"
        />
        <v-btn
          v-if="part.plan"
          :icon="mdiGuitarAcoustic"
          variant="text"
          size="small"
          :to="{ name: 'bench', query: toQuery(part.brief) }"
          :aria-label="say.onTheBench(part.name)"
          :title="say.onTheBench(part.name)"
          data-do="part-bench"
        />
      </span>
    </p>
    <p v-if="!fixed" class="voice">
      <select :value="part.voice ?? 'tune'" :aria-label="say.part(part.name)" data-do="voice" @change="emit('give', { voice: chosen($event) as NonNullable<GroupPart['voice']> })">
        <option v-for="v in catalogue?.voices" :key="v.id" :value="v.id">{{ v.name }}</option>
      </select>
      <label v-if="voice?.waits" class="note">
        <select :value="part.after ?? 0" :aria-label="say.waits(part.name)" data-do="after" @change="emit('give', { after: Number(chosen($event)) })">
          <option :value="0">{{ say.aBar }}</option>
          <option v-for="n in [0.5, 1, 2, 3, 4, 6, 8, 12, 16]" :key="n" :value="n">{{ n }}</option>
        </select>
        {{ say.beatsLater }}
      </label>
    </p>
    <p v-for="r in part.remarks" :key="r" class="note">{{ r }}</p>
    <p v-if="part.cannot" class="cannot" role="status">{{ part.cannot }}</p>
    <SmallNeck v-if="part.plan && part.box" :plan="part.plan" :of="part.box" :label="keptLabel" :current="note" :width="width" />
  </div>
</template>

<style scoped>
.who {
  min-width: 0;
}

.head,
.voice {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}

.name {
  font-family: var(--face-heading);
  font-size: 1.125rem;
  overflow-wrap: anywhere;
}

.tools {
  display: inline-flex;
  margin-inline-start: auto;
}

.cannot {
  color: var(--brick);
  font-weight: 700;
}
</style>
