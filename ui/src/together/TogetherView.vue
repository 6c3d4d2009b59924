<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import ProblemList from '../shared/brief/ProblemList.vue'
import WorkHead from '../shared/brief/WorkHead.vue'
import { labelNames } from '../shared/neck/labels'
import PupilDialog from '../shared/pupils/PupilDialog.vue'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import { keptGroup, keptLabel } from '../shared/shell/kept'
import { clickKey, labelKey, speedKeys, useKeys } from '../shared/shell/keys'
import TryAgain from '../shared/shell/TryAgain.vue'
import PlayBar from '../shared/sound/PlayBar.vue'
import { usePlayer } from '../shared/sound/usePlayer'
import { currentOf, ensemble, voiced } from './ensemble'
import KeysPanel from './KeysPanel.vue'
import PartRow from './PartRow.vue'
import TimeLanes from './TimeLanes.vue'
import { useTogether } from './useTogether'
import { say } from './words'

const work = useTogether()
const { made, problems, failure, busy, brief, change, groups, group, members, muted, alone, heard } = work

const parts = computed(() => made.value?.parts ?? [])
const all = computed(() => voiced(parts.value))
const player = usePlayer(
  computed(() => made.value && ensemble(parts.value, made.value.brief)),
  { coming: busy, sounds: (index) => heard(all.value[index]?.part ?? 0) },
)
const { current, playing } = player
const now = computed(() => currentOf(all.value, current.value, parts.value.length))

/** Beats are as wide as the closest notes of any part need. */
const frame = ref<HTMLElement>()
const { width } = useElementSize(frame)
const closest = computed(() => Math.max(0.25, Math.min(1, ...parts.value.flatMap((p) => (p.plan?.run.events ?? []).map((e) => e.beats)))))
const beats = computed(() => (made.value?.bars ?? 1) * (made.value?.brief.rhythm?.beatsPerBar ?? 4))
const beatWidth = computed(() => Math.max(17 / closest.value, Math.min(64, (width.value - 40) / Math.max(beats.value, 1))))
const neckWidth = computed(() => 300)

watch(current, async (i) => {
  await nextTick()
  const at = all.value[i]?.event.at
  const el = frame.value
  if (at === undefined || !el || !playing.value) return
  const x = at * beatWidth.value
  if (x < el.scrollLeft || x > el.scrollLeft + el.clientWidth - 120) el.scrollLeft = Math.max(0, x - 60)
})

/** All rows are as high as the highest: what a part gave way in takes a line. */
const rowTall = computed(() => `${parts.value.some((p) => p.remarks.length) ? 206 : 188}px`)

const editing = ref<'' | 'new' | 'old'>('')
const dialog = computed({ get: () => editing.value !== '', set: (on) => !on && (editing.value = '') })
function mute(i: number) {
  muted.value = muted.value.includes(i) ? muted.value.filter((m) => m !== i) : [...muted.value, i]
}

const head = ref<InstanceType<typeof WorkHead>>()
useKeys([
  { key: 'b', does: say.goToTheMusic, run: () => head.value?.focus() },
  { key: ' ', does: say.playOrStop, run: () => player.toggle() },
  labelKey,
  clickKey,
  ...speedKeys,
  { key: 'p', does: say.printOrExport, run: () => head.value?.print() },
])
</script>

<template>
  <div class="together" :aria-busy="busy">
    <TryAgain :text="failure" @again="work.retry" />
    <template v-if="made">
      <WorkHead ref="head" :work="work" :said="made" :members="members.length ? members : undefined">
        <KeysPanel v-if="members.length" :brief="brief" :members="members" @choose="change({ 'scale.tonic': $event })" />
      </WorkHead>
      <div class="bar">
        <template v-if="group">
          <label class="group">
            {{ say.group }}
            <select v-model="keptGroup" data-do="group">
              <option v-for="g in groups" :key="g.id" :value="g.id">{{ g.pupil.name }}</option>
            </select>
          </label>
          <v-btn variant="text" color="primary" data-do="edit-group" @click="editing = 'old'">{{ say.editGroup }}</v-btn>
        </template>
        <v-btn :variant="group ? 'text' : 'flat'" color="primary" data-do="new-group" @click="editing = 'new'">{{ say.newGroup }}</v-btn>
        <ChoiceRow v-model="keptLabel" class="labels" :options="labelNames" :label="say.labels" />
      </div>
      <p v-if="!group" class="note">
        <b>{{ say.noGroupYet }}</b> {{ say.aGroupIs }}
      </p>
      <p v-for="r in made.remarks" :key="r" class="remark">{{ r }}</p>
      <div class="parts" :style="{ '--row': rowTall }">
        <div class="names">
          <PartRow
            v-for="(p, i) in parts"
            :key="i"
            class="row"
            :part="p"
            :catalogue="work.catalogue.value"
            :current="now[i] ?? -1"
            :muted="muted.includes(i)"
            :alone="alone === i"
            :width="neckWidth"
            :fixed="!group"
            @give="work.give(i, $event)"
            @mute="mute(i)"
            @alone="alone = alone === i ? undefined : i"
          />
        </div>
        <!-- What is wider than the window is scrolled by keys, too. -->
        <div ref="frame" class="lanes" tabindex="0" role="region" :aria-label="say.facts(parts.length, made.bars)">
          <div v-for="(p, i) in parts" :key="i" class="row">
            <TimeLanes v-if="p.plan" :plan="p.plan" :name="p.name" :current="now[i] ?? -1" :bars="made.bars" :beat-width="beatWidth" :silent="!heard(i)" />
          </div>
        </div>
      </div>
      <PlayBar foot :tempo="made.brief.rhythm?.tempoBpm ?? 60" :chords="true" v-bind="player.bar.value" @toggle="player.toggle">
        {{ say.facts(parts.length, made.bars) }}
      </PlayBar>
      <PupilDialog v-if="dialog" v-model="dialog" group :of="editing === 'old' ? group : undefined" @kept="work.put" />
    </template>
    <template v-else-if="problems.length">
      <h1>{{ say.cantBePlayedYet }}</h1>
      <ProblemList :back="say.startOver" :problems="problems" :brief="brief" @change="change" @back="work.startAfresh" />
    </template>
    <v-progress-linear v-else-if="!failure" indeterminate color="primary" :aria-label="say.calculating" />
  </div>
</template>

<style scoped>
.bar {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding: 8px 0;
}

.labels {
  margin-inline-start: auto;
}

.remark {
  border-inline-start: 3px solid var(--marigold);
  font-size: var(--size-fact);
  padding-inline-start: 10px;
}

.parts {
  display: grid;
  gap: 0 16px;
  grid-template-columns: 316px minmax(0, 1fr);
}

/* Who and what stand beside each other: each row of the one is as high as that of the other. */
.names,
.lanes {
  display: grid;
  grid-auto-rows: var(--row);
}

.lanes {
  overflow-x: auto;
}

.row {
  align-content: start;
  border-top: 1px solid var(--rule);
  min-width: 0;
  padding: 8px 0;
}

.lanes .row {
  align-content: center;
  display: grid;
  width: max-content;
}

@media (max-width: 800px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }

  .lanes {
    margin-top: 12px;
  }
}
</style>
