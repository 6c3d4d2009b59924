<script setup lang="ts">
import { say } from './words'
import { computed } from 'vue'
import type { CallKinds } from '../api/client'
import { bounds } from '../api/fields'
import { keptHelp, keptSpoken } from '../shared/shell/kept'
import ChoiceRow from '../shared/shell/ChoiceRow.vue'
import FoldPanel from '../shared/shell/FoldPanel.vue'
import SoundChoices from './SoundChoices.vue'
import { ownProgression, type Asked } from '../shared/calls'

/** How hard the calls are, how they go on, what helps to find a place. A kind without a setting has no row for it. */
const props = defineProps<{ kinds: CallKinds; asked: Asked; minor: boolean; speaks: boolean; tempo: number }>()
const emit = defineEmits<{ change: [asked: Partial<Asked>]; tempo: [bpm: number] }>()
const kind = computed(() => props.kinds.kinds.find((k) => k.id === props.asked.kind))
const takes = (field: string) => kind.value?.takes.includes(field) ?? false
const numbers = computed(() => takes('progression'))
const helps = { numbers: say.fretNumbers, landmarks: 'landmarks', bare: 'bare' }
</script>

<template>
  <div class="settings fields">
    <label>
      <span>{{ say.level }}</span>
      <select :value="asked.level" data-do="level" @change="emit('change', { level: Number(($event.target as HTMLSelectElement).value) })">
        <option :value="0">{{ say.adaptsToYourAnswers }}</option>
        <option v-for="(l, i) in kind?.levels" :key="i" :value="i + 1">{{ i + 1 }}: {{ l }}</option>
      </select>
    </label>
    <label v-if="kind?.beats">
      <span>{{ say.pace }}</span>
      <select :value="asked.every" data-do="every" @change="emit('change', { every: Number(($event.target as HTMLSelectElement).value) })">
        <option v-for="b in kinds.beats" :key="b" :value="b">{{ b === 0 ? say.waitForMyAnswer : b === 1 ? say.oneEveryBeat : say.oneEveryBeats(b) }}</option>
      </select>
    </label>
    <label v-if="kind?.beats && asked.every">
      <span>{{ say.tempo }}</span>
      <input
        class="entry"
        type="number"
        v-bind="bounds['rhythm.tempoBpm']"
        :value="tempo"
        data-do="tempo"
        @change="emit('tempo', Number(($event.target as HTMLInputElement).value))"
      />
    </label>
    <label v-if="numbers">
      <span>{{ say.order }}</span>
      <select :value="asked.progression" data-do="progression" @change="emit('change', { progression: ($event.target as HTMLSelectElement).value })">
        <option value="">{{ say.random }}</option>
        <option v-for="p in kinds.progressions" :key="p.id" :value="p.id">{{ p.name }}</option>
        <option :value="ownProgression">{{ say.myOwn }}</option>
      </select>
    </label>
    <label v-if="numbers && asked.progression === ownProgression">
      <span>{{ say.degrees }}</span>
      <input
        class="entry"
        :value="asked.own"
        maxlength="160"
        placeholder="6 4 b7 1"
        data-do="own-progression"
        @change="emit('change', { own: ($event.target as HTMLInputElement).value.trim() })"
      />
    </label>
    <FoldPanel v-if="numbers" id="call-places" :title="say.whereNumbersAre" :open="!!(asked.anchor || asked.octave || asked.nextFour)">
      <div class="fields">
        <label>
          <span>{{ say.theOne }}</span>
          <select :value="asked.anchor" data-do="anchor" @change="emit('change', { anchor: ($event.target as HTMLSelectElement).value })">
            <option v-for="(a, i) in kinds.anchors" :key="a.id" :value="i ? a.id : ''">{{ a.name }}</option>
          </select>
        </label>
        <label>
          <span>{{ say.whichIsRight }}</span>
          <select :value="asked.octave" data-do="octave" @change="emit('change', { octave: ($event.target as HTMLSelectElement).value })">
            <option v-for="(o, i) in kinds.octaves" :key="o.id" :value="i ? o.id : ''">{{ o.name }}</option>
          </select>
        </label>
        <label class="row">
          <span></span>
          <span class="check"
            ><input
              type="checkbox"
              :checked="!!asked.nextFour"
              data-do="next-four"
              @change="emit('change', { nextFour: ($event.target as HTMLInputElement).checked ? 'true' : '' })"
            />
            {{ say.nextFour }}</span
          >
        </label>
      </div>
    </FoldPanel>
    <label v-if="numbers && minor">
      <span>{{ say.countMinor }}</span>
      <select :value="asked.minor" data-do="minor" @change="emit('change', { minor: ($event.target as HTMLSelectElement).value })">
        <option v-for="m in kinds.minors" :key="m.id" :value="m.id === 'own' ? '' : m.id">{{ m.name }}</option>
      </select>
    </label>
    <label v-if="takes('over')">
      <span>{{ say.heardOver }}</span>
      <select :value="asked.over" data-do="over" @change="emit('change', { over: ($event.target as HTMLSelectElement).value })">
        <option v-for="(o, i) in kinds.overs" :key="o.id" :value="i ? o.id : ''">{{ o.name }}</option>
      </select>
    </label>
    <label v-if="takes('as')">
      <span>{{ say.answerWith }}</span>
      <select :value="asked.as" data-do="as" @change="emit('change', { as: ($event.target as HTMLSelectElement).value })">
        <option v-for="s in kinds.sayings" :key="s.id" :value="s.id === 'note' ? '' : s.id">{{ s.name }}</option>
      </select>
    </label>
    <div v-if="kind?.neck" class="row">
      <span>{{ say.neck }}</span> <ChoiceRow v-model="keptHelp" :options="helps" :label="say.neck" />
    </div>
    <div class="row">
      <span>{{ say.answer }}</span> <slot name="answer" />
    </div>
    <div v-if="(speaks && kind?.group !== 'ear') || asked.every" class="row">
      <span>{{ say.sound }}</span>
      <label v-if="speaks" class="check"><input v-model="keptSpoken" type="checkbox" data-do="spoken" /> {{ say.sayItAloudToo }}</label>
      <SoundChoices v-if="asked.every" />
    </div>
  </div>
</template>

<style scoped>
.settings {
  --label: 80px;
}

.check {
  align-items: center;
  display: flex;
  gap: 8px;
}
</style>
