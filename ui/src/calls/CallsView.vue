<script setup lang="ts">
import { say } from './words'
import { mdiPlay } from '@mdi/js'
import { computed, nextTick, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief, type Call } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import ProblemList from '../shared/brief/ProblemList.vue'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { useWork } from '../shared/brief/useWork'
import { useLoad, wordsOf } from '../shared/load'
import { pupils } from '../shared/pupils/pupils'
import { keptCalls, keptSpoken } from '../shared/shell/kept'
import { clickKey, useKeys } from '../shared/shell/keys'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import { useSpeech } from '../shared/sound/useSpeech'
import AnswerTicks from './AnswerTicks.vue'
import CallExample from './CallExample.vue'
import CallSettings from './CallSettings.vue'
import CallStage from './CallStage.vue'
import HearingRow from './HearingRow.vue'
import KindList from './KindList.vue'
import KnownPanel from '../shared/pupils/KnownPanel.vue'
import SittingEnd from './SittingEnd.vue'
import SoundChoices from './SoundChoices.vue'
import { asQuery, askedOf, calls, type Asked } from '../shared/calls'
import { useCalls } from './useCalls'
import { useHearing } from './useHearing'
import { useListening } from './useListening'
import { usePlayedBack } from './usePlayedBack'

const route = useRoute()
const router = useRouter()
const starter: Brief = { instrument: { id: 'bass' }, scale: { tonic: 'Ab', name: 'major' } }
const work = useWork('calls', keptCalls, starter, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
const { brief, made: plan, problems, failure } = work
const {
  value: kinds,
  failure: noKinds,
  again: kindsAgain,
} = useLoad(
  () => true,
  () => calls.kinds(),
)
const asked = computed(() => askedOf(route.query))
const kind = computed(() => kinds.value?.kinds.find((k) => k.id === asked.value.kind))
const text = (name: string) => computed(() => (typeof route.query[name] === 'string' ? route.query[name] : ''))
const pupilId = text('pupil')
const assignment = text('assignment')
const { value: pupil } = useLoad(
  () => pupilId.value || undefined,
  (id) => pupils.get(id),
)

const speech = useSpeech()
const listening = useListening()
/** A call is heard where it sounds, and said where that is wanted. */
function tellCall(of: Call, always = false) {
  if (of.sound) void listening.play(of.sound)
  else if (always || keptSpoken.value) speech.say(of.say)
}
const sitting = useCalls({ brief, asked, kind, plan, pupil: pupilId, assignment, say: tellCall })
const { call, marked, given, answers, level, along, busy, trouble, ended, running, waiting, band, last } = sitting
const back = usePlayedBack(call, (of) => void sitting.answer(of))
const right = computed(() => answers.value.filter((a) => a.right).length)
/** A note of what is played back sounds as it is pressed. */
function strike(note: { midi: number; string: number; fret: number }) {
  void listening.strike(note.midi)
  back.strike(note)
}
const toSettings = () => document.getElementById('chosen')?.scrollIntoView()
const hearing = useHearing(
  computed(() => (speech.speaking.value || listening.sounding.value ? undefined : waiting.value)),
  (midi, at) => (kind.value?.by === 'notes' ? back.strike({ midi }) : void sitting.answer({ midi }, at)),
)

/** Only the instrument and the key are said here: the rest of a brief is about runs. */
const said = computed(() => {
  const parts = plan.value?.sentenceParts ?? []
  const of = (start: string) => parts.filter((p) => p.field?.startsWith(start))
  const instrument = of('instrument').flatMap((p, i) => [{ text: i === 0 ? say.onA : ' ' }, p])
  return { sentenceParts: [{ text: say.callIn }, ...of('scale'), ...instrument, { text: '.' }], spoken: plan.value?.spoken ?? '' }
})
/** Only a key with the ♭3 has two ways to be counted; whether it may be is for the server to say. */
const minor = computed(() => plan.value?.scale.degrees.includes('b3') ?? false)

const labels = computed(() => (plan.value?.neck.strings ?? []).toSorted((a, b) => a.string - b.string).map((s) => s.label))

const rest = () => ({ ...(pupilId.value ? { pupil: pupilId.value } : {}), ...(assignment.value ? { assignment: assignment.value } : {}) })
function change(next: Partial<Asked>) {
  void router.replace({ query: { ...toQuery(brief.value), ...asQuery({ ...asked.value, ...next }), ...rest() } })
}
function changeBrief(next: Brief) {
  void router.replace({ query: { ...toQuery(next), ...asQuery(asked.value), ...rest() } })
}
function changeFields(changes: Changes) {
  changeBrief(changed(brief.value, changes))
}

// What is chosen anew is begun anew.
watch([asked, brief], () => running.value && sitting.leave())
watch(running, (now) => !now && listening.stop())
watch(ended, async (now) => {
  if (!now) return
  await nextTick()
  document.getElementById('sitting-end')?.focus()
})

async function takeBack() {
  const of = sitting.sitting.value
  if (!of) return
  try {
    await calls.setAside(of.id)
    sitting.leave()
    tell(say.removedFromTheLog, { label: say.undo, run: () => void calls.restore(of.id).catch((cause) => tell(wordsOf(cause))) })
  } catch (cause) {
    tell(wordsOf(cause))
  }
}

useKeys([
  {
    key: ' ',
    does: say.startOrEnd,
    run: () => void (running.value ? sitting.end() : sitting.start()),
  },
  { key: 'Enter', does: say.theNextCall, run: () => marked.value && !band.playing.value && void sitting.next() },
  { key: '+', does: say.saidAloudRight, run: () => void sitting.answer({ right: true }) },
  { key: '-', does: say.saidAloudWrong, run: () => void sitting.answer({ right: false }) },
  { key: 'y', does: 'yes', run: () => kind.value?.by === 'yes' && void sitting.answer({ text: 'yes' }) },
  { key: 'n', does: 'no', run: () => kind.value?.by === 'yes' && void sitting.answer({ text: 'no' }) },
  { key: 's', does: say.repeatTheCall, run: () => call.value && tellCall(call.value, true) },
  clickKey,
])
</script>

<template>
  <div class="calls">
    <h1 v-if="!ended" class="unseen">{{ say.calls }}</h1>
    <TryAgain :text="failure || noKinds" @again="noKinds ? kindsAgain() : work.retry()" />
    <ProblemList v-if="problems.length" :problems="problems" :brief="brief" :back="say.backToTheDefault" @change="changeFields" @back="changeBrief(starter)" />
    <template v-if="plan && kinds && kind">
      <div v-if="running && !ended" class="head running">
        <p>
          <b class="kind">{{ say.kindIn(kind.name, plan.scale.title) }}</b>
          <span v-if="call" class="note count">{{ say.callLevel(call.n, level.n, level.words, right, answers.length) }}</span>
        </p>
        <span class="grow" />
        <AnswerTicks :answers="answers" />
        <v-btn color="primary" variant="tonal" :loading="busy" data-do="end" @click="sitting.end">{{ say.end }}</v-btn>
      </div>
      <div v-else class="head">
        <BriefSentence :said="said" :brief="plan.brief" :given="brief" :problems="problems" small @change="changeFields" />
        <span class="grow" />
        <router-link :to="{ name: 'sheets', query: { ...toQuery(brief), ...rest() } }" class="as-link" data-do="to-sheets">{{ say.worksheets }}</router-link>
      </div>
      <p v-if="pupil" class="note">
        {{ say.for }} <router-link :to="{ name: 'pupil', params: { id: pupil.id } }">{{ pupil.pupil.name }}</router-link>{{ say.answersGoInThisPupilsLog }}
      </p>
      <SittingEnd
        v-if="ended"
        :report="ended"
        :labels="labels"
        :left-handed="plan.brief.instrument.leftHanded ?? false"
        @again="sitting.start"
        @leave="sitting.leave"
        @take-back="takeBack"
      />
      <template v-else-if="running">
        <CallStage
          v-if="call"
          :call="call"
          :kind="kind"
          :plan="plan"
          :marked="marked"
          :given="given"
          :last="last"
          :along="band.playing.value"
          :speaks="speech.supported.value"
          :struck="back.struck.value"
          :trouble="trouble || listening.blocked.value"
          @answer="(of) => sitting.answer(of)"
          @next="sitting.next()"
          @skip="sitting.skip()"
          @strike="strike"
          @clear="back.clear()"
          @repeat="tellCall(call, true)"
        />
        <p v-else class="counting" role="status">{{ band.counting.value || '…' }}</p>
        <div class="foot">
          <HearingRow :hearing="hearing" :along="along > 0" />
          <SoundChoices v-if="along" />
        </div>
      </template>
      <div v-else class="choose">
        <KindList :kinds="kinds" :chosen="asked.kind" @choose="(kind) => change({ kind, level: 0, every: 0 })">
          <section aria-labelledby="known-title" class="known">
            <h2 id="known-title">{{ say.noteKnowledge }}</h2>
            <KnownPanel :brief="plan.brief" :pupil="pupilId" :labels="labels" all />
          </section>
        </KindList>
        <section id="chosen" class="chosen" aria-labelledby="chosen-title">
          <h2 id="chosen-title" class="part-title">{{ kind.name }}</h2>
          <p>{{ kind.why }}</p>
          <CallExample :plan="plan" :asked="asked" :kind="kind" />
          <CallSettings
            :kinds="kinds"
            :asked="asked"
            :minor="minor"
            :speaks="speech.supported.value"
            :tempo="plan.brief.rhythm?.tempoBpm ?? 60"
            @change="change"
            @tempo="(bpm) => changeFields({ 'rhythm.tempoBpm': bpm })"
          >
            <template #answer><HearingRow :hearing="hearing" :along="!!asked.every" /></template>
          </CallSettings>
          <p v-if="trouble || band.blocked.value" class="message problem" role="alert">{{ trouble || band.blocked.value }}</p>
          <div class="bar">
            <p class="what">
              <b>{{ kind.name }}</b> <a href="#chosen" class="as-link" @click.prevent="toSettings">{{ say.change }}</a>
            </p>
            <v-btn color="primary" variant="flat" class="start" :prepend-icon="mdiPlay" :loading="busy" data-do="start" @click="sitting.start">{{ say.start }}</v-btn>
          </div>
        </section>
      </div>
    </template>
    <v-progress-linear v-else-if="!failure && !noKinds && problems.length === 0" indeterminate color="primary" :aria-label="say.loadingTheCalls" />
  </div>
</template>

<style scoped>
.calls {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  margin: auto;
  max-width: 1240px;
  padding-bottom: 24px;
}

.head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}

.head > :first-child {
  min-width: 0;
}

.head.running {
  min-height: 44px;
  padding-top: 8px;
}

.kind,
.what b {
  display: inline-block;
}

.kind::first-letter,
.part-title::first-letter,
.what b::first-letter {
  text-transform: uppercase;
}

.count {
  margin-inline-start: 8px;
}

.foot {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
}

.grow {
  flex: 1;
}

.choose {
  display: grid;
  gap: 40px;
  grid-template-columns: minmax(0, 1fr) 400px;
}

.known {
  border-top: 1px solid var(--rule);
  break-inside: avoid;
}

.known h2 {
  font-family: var(--face-text);
  font-size: var(--size-note);
  letter-spacing: 0;
  padding: 6px 0 2px;
}

.chosen {
  align-content: start;
  border-inline-start: 1px solid var(--rule);
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  padding-inline-start: 32px;
}

.bar .what {
  display: none;
}

.start {
  height: 48px;
  width: 100%;
}

.counting {
  color: var(--verdigris);
  font-family: var(--face-heading);
  font-size: 144px;
  font-weight: 700;
  text-align: center;
}

@media (max-width: 1100px) {
  .choose {
    gap: 16px;
    grid-template-columns: minmax(0, 1fr);
  }

  .chosen {
    border-inline-start: 0;
    padding-inline-start: 0;
  }
}

@media (max-width: 600px) {
  .calls {
    padding-bottom: 92px;
  }

  .bar {
    align-items: center;
    background: var(--ground);
    border-top: 1px solid var(--rule);
    bottom: 0;
    display: flex;
    gap: 12px;
    inset-inline: 0;
    padding: 10px 16px;
    position: fixed;
    z-index: 2;
  }

  .bar .what {
    display: block;
    flex: 1;
  }

  .bar .start {
    height: 56px;
    width: 136px;
  }
}
</style>
