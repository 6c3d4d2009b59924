<script setup lang="ts">
import { say } from './words'
import { useDropZone } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, take, type Brief, type Kept, type Phrase } from '../api/client'
import BriefSentence from '../shared/brief/BriefSentence.vue'
import { changed, toQuery, type Changes } from '../shared/brief/query'
import { useWork } from '../shared/brief/useWork'
import RunLanes from '../shared/lanes/RunLanes.vue'
import { useLoad, wordsOf } from '../shared/load'
import PressNeck, { type Put } from '../shared/neck/PressNeck.vue'
import SetFor from '../shared/pupils/SetFor.vue'
import { shelf } from '../shared/shelf'
import { keptHelp, keptPhrase } from '../shared/shell/kept'
import { speedKeys, useKeys } from '../shared/shell/keys'
import { tell } from '../shared/shell/notice'
import TryAgain from '../shared/shell/TryAgain.vue'
import PlayBar from '../shared/sound/PlayBar.vue'
import { pieceOf } from '../shared/sound/timeline'
import { usePlayer } from '../shared/sound/usePlayer'
import BringIn from './BringIn.vue'
import CarryPanel from './CarryPanel.vue'
import ChangeBar from './ChangeBar.vue'
import KeepPhrase from './KeepPhrase.vue'
import PhraseNotes from './PhraseNotes.vue'
import PhraseShelf from './PhraseShelf.vue'
import { usePhrase } from './usePhrase'
import WaysTable from './WaysTable.vue'
import { site } from '../shared/shell/site'

const route = useRoute()
const router = useRouter()
const starter: Brief = { instrument: { id: 'guitar' }, scale: { tonic: 'C', name: 'major' } }
const { brief, made: bench, failure: noBench, retry } = useWork('phrases', keptPhrase, starter, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
/** The key is the teacher's own choice. */
const keep = computed(() => route.query.keep === 'true')
const saved = computed(() => (typeof route.query.saved === 'string' ? route.query.saved : undefined))
const address = (of: Brief, chosen: boolean) => ({ ...toQuery(of), ...(chosen ? { keep: 'true' } : {}), ...(saved.value ? { saved: saved.value } : {}) })
/** The brief with a key that was chosen; without one the key is the phrase's own. */
const setBrief = (of: Brief | undefined) => void router.replace({ query: address(of ?? brief.value, !!of) })
const work = usePhrase(brief, keep, setBrief)
const { text, file, heard, phrase, problems, failure, busy, chosen, wayAt, way, played, changing } = work

const changeFields = (changes: Changes) => void router.replace({ query: address(changed(brief.value, changes), keep.value) })
const choose = (home: Phrase['homes'][number]) => setBrief({ ...brief.value, scale: { tonic: home.tonic, name: home.name } })

/** What plays the phrase in the way that is chosen. */
const { value: plan, failure: noPlan, again: planAgain } = useLoad(played, (body, signal) => take(api.POST('/api/v1/plan', { body, signal })))
watch(played, (now) => now === undefined && (plan.value = undefined))
// The staff belongs to a phrase: it stands over the lanes from the start.
const { value: score } = useLoad(
  () => plan.value?.brief,
  (body, signal) => take(api.POST('/api/v1/plan/score', { body, signal })),
)
const player = usePlayer(computed(() => plan.value && pieceOf(plan.value)))
const { current, loop } = player
const said = computed(() => {
  const of = plan.value ?? bench.value
  const parts = (of?.sentenceParts ?? []).filter((p) => p.field?.startsWith('instrument') || p.field === 'rhythm.tempoBpm')
  return {
    sentenceParts: parts.flatMap((p, i) => [{ text: i === 0 ? say.onA : p.field === 'rhythm.tempoBpm' ? say.at : ' ' }, p]).concat([{ text: '.' }]),
    spoken: of?.spoken ?? '',
  }
})
const other = computed(() => {
  const next = phrase.value?.ways[(wayAt.value + 1) % Math.max(phrase.value.ways.length, 1)]
  return phrase.value && next && next !== way.value ? work.briefOf(phrase.value, next) : undefined
})

const base64 = (bytes: Uint8Array) => {
  let out = ''
  for (let i = 0; i < bytes.length; i += 0x8000) out += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(out)
}
const open = async (of: File) => work.bring({ text: text.value, file: { name: of.name, data: base64(new Uint8Array(await of.arrayBuffer())) } })
const zone = ref<HTMLElement>()
useDropZone(zone, { onDrop: (files) => files?.[0] && void open(files[0]) })
const leave = () => work.bring({ text: text.value, brief: keep.value ? brief.value : undefined })

/** What is pressed on the neck stands behind what is there already: the place says the note. */
const strike = (midi: number) => void player.strike(midi)

// A phrase that is kept is opened from its shelf.
const kept = ref<Kept>()
const keepOpen = ref(false)
const shelfPanel = ref<InstanceType<typeof PhraseShelf>>()
function openKept(k: Kept) {
  const of = k.phrase?.brief
  if (!of) return
  kept.value = k
  const { run, layout, ...rest } = of
  const lies = { ...rest, ...(layout?.strings ? { layout: { strings: layout.strings } } : {}) }
  work.wanted.value = of // it lies as it was kept
  work.bring({ text: run?.phrase ?? '', brief: lies })
  void router.replace({ query: { ...toQuery(lies), keep: 'true', saved: k.id } })
}
watch(
  saved,
  async (id) => {
    if (!id || kept.value?.id === id) return
    try {
      openKept(await shelf('phrases').get(id))
    } catch (cause) {
      tell(wordsOf(cause))
    }
  },
  { immediate: true },
)
function keptNow(k: Kept) {
  kept.value = k
  void router.replace({ query: { ...route.query, saved: k.id } })
  void shelfPanel.value?.again()
}

/** Before a phrase is open: the shelf, and the ways to bring one in. */
const start = computed(() => !phrase.value || (problems.value.length > 0 && !saved.value))

const marked = ref<number[]>([])
watch(phrase, () => (marked.value = []))
/** Each place of the way once, with the finger that takes it; the note that sounds, or is chosen, stands out. */
const marks = computed<Put[]>(() => {
  const put = new Map<string, Put>()
  way.value?.notes.forEach((n, i) => {
    const key = `${n.string}/${n.fret}`
    const now = current.value === i || marked.value.includes(i + 1) || (!!chosen.value && i + 1 >= chosen.value[0] && i + 1 <= chosen.value[1])
    const before = put.get(key)
    if (!before || now) put.set(key, { string: n.string, fret: n.fret, label: String(n.finger), as: now ? 'right' : (before?.as ?? 'note') })
  })
  return [...put.values()]
})
const high = computed(() => Math.max(12, ...(way.value?.notes.map((n) => n.fret) ?? [])))
// Why the note that is chosen has its finger.
const { value: why } = useLoad(
  () => (chosen.value && chosen.value[0] === chosen.value[1] && plan.value ? { body: plan.value.brief, note: chosen.value[0] - 1 } : undefined),
  ({ body, note }, signal) => take(api.POST('/api/v1/plan/why', { params: { query: { note } }, body, signal })),
)

useKeys([
  { key: ' ', does: say.playThePhraseAfterACount, run: player.toggle },
  { key: '.', does: say.nextWay, run: () => (wayAt.value = Math.min(wayAt.value + 1, (phrase.value?.ways.length ?? 1) - 1)) },
  { key: ',', does: say.previousWay, run: () => (wayAt.value = Math.max(wayAt.value - 1, 0)) },
  { key: 'u', does: say.undoTheLastChange, run: work.undo },
  { key: 'U', does: say.redo2, run: work.redo },
  ...speedKeys,
])
</script>

<template>
  <div ref="zone" class="phrases">
    <div v-if="!start" class="head">
      <h1>{{ kept && phrase ? kept.title : phrase ? phrase.title : say.phrases }}</h1>
      <div v-if="played" class="actions">
        <v-btn v-if="!site.stand" color="primary" variant="tonal" data-do="keep-phrase" @click="keepOpen = true">{{ say.save }}</v-btn>
        <SetFor :brief="played" />
      </div>
      <BriefSentence v-if="bench" :said="said" :brief="(plan ?? bench).brief" :given="brief" :problems="[]" small @change="changeFields" />
    </div>
    <TryAgain :text="failure || noBench || noPlan" @again="failure ? work.again() : noBench ? retry() : planAgain()" />
    <!-- The same element before and after: what is being typed goes on being typed. -->
    <div :class="{ start }">
      <BringIn
        v-model="text"
        :class="{ beside: !start }"
        :plan="bench"
        :problems="problems"
        :busy="busy || changing"
        :phrase="phrase"
        :file="file?.name ?? ''"
        :heard="heard?.length ?? 0"
        :tempo="brief.rhythm?.tempoBpm ?? 72"
        @file="open"
        @heard="(notes) => work.bring({ text, heard: notes })"
        @leave="leave"
        @press="(word) => (text = `${text.trimEnd()} ${word}`.trim())"
        @strike="strike"
      >
        <template v-if="start">
          <h2 class="part-title">{{ say.bringInAPhrase }}</h2>
          <BriefSentence v-if="bench" :said="said" :brief="bench.brief" :given="brief" :problems="[]" small @change="changeFields" />
        </template>
      </BringIn>
      <PhraseShelf v-if="start" ref="shelfPanel" wide :now="kept?.id" @open="openKept" />
    </div>
    <template v-if="phrase && problems.length === 0">
      <div>
        <PhraseNotes v-model:chosen="chosen" :phrase="phrase" :marked="marked" :sounding="current + 1" :way="way" @change="work.change" @strike="strike" />
        <ChangeBar :chosen="chosen" :can-undo="work.canUndo.value" :can-redo="work.canRedo.value" @change="work.change" @undo="work.undo" @redo="work.redo" />
        <p v-if="why" class="why" role="status">{{ why.why }}</p>
      </div>
      <div class="columns">
        <div class="play">
          <PressNeck v-if="plan && way" :plan="plan" :marks="marks" :high="high" :help="keptHelp" still />
          <ul v-if="plan?.cautions.length" class="cautions">
            <li v-for="c in plan.cautions" :key="c.code">{{ c.message }}</li>
          </ul>
          <template v-if="plan && way">
            <PlayBar
              :tempo="plan.brief.rhythm?.tempoBpm ?? 72"
              :chords="!!plan.run.keys[0]?.vamp.length"
              v-bind="player.bar.value"
              @toggle="player.toggle"
              @repeat="player.repeatBar"
            />
            <RunLanes v-model:loop="loop" :plan="plan" :score="score" :current="current" @choose="(i) => ((chosen = [i + 1, i + 1]), player.stepTo(i))" />
          </template>
          <section aria-labelledby="ways">
            <h2 id="ways" class="panel-title">{{ say.waysToPlayIt }}</h2>
            <WaysTable v-model="wayAt" :phrase="phrase" />
          </section>
          <section v-if="played" aria-labelledby="carry">
            <h2 id="carry" class="panel-title">{{ say.takeItFurther }}</h2>
            <CarryPanel :phrase="phrase" :played="played" :other="other" @change="(c) => work.change(c, true)" />
          </section>
        </div>
        <aside :aria-label="say.aboutThisPhrase">
          <section aria-labelledby="homes">
            <h2 id="homes" class="panel-title">{{ say.scalesThatFit }}</h2>
            <ul class="homes">
              <li v-for="(h, i) in phrase.homes" :key="h.title">
                <button type="button" :aria-pressed="i === 0" :data-home="h.title" @click="choose(h)">
                  <b>{{ h.title }}</b> <span>{{ say.holdsOf(h.holds, h.of) }}</span>
                </button>
              </li>
            </ul>
            <button v-if="keep" type="button" class="as-link" data-do="likeliest" @click="setBrief(undefined)">{{ say.useTheBestMatch }}</button>
          </section>
          <section aria-labelledby="remarks">
            <h2 id="remarks" class="panel-title">{{ say.remarks }}</h2>
            <ul class="remarks">
              <li v-for="r in phrase.remarks" :key="`${r.code} ${r.notes.join(' ')}`">
                <button type="button" :data-remark="r.code" @click="marked = r.notes">{{ r.message }}</button>
              </li>
            </ul>
          </section>
          <PhraseShelf ref="shelfPanel" :now="kept?.id" @open="openKept" />
        </aside>
      </div>
      <KeepPhrase v-if="played" v-model="keepOpen" :title="phrase.title" :played="played" :kept="kept" @kept="keptNow" />
    </template>
  </div>
</template>

<style scoped>
.phrases {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
  padding-bottom: 48px;
}

/* The shelf stands first, though the ways are first in the order of the Tab key. */
.start {
  display: grid;
  gap: 24px 48px;
  grid-template-columns: minmax(0, 1fr) 400px;
}

.start > :first-child {
  align-content: start;
  grid-column: 2;
  grid-row: 1;
  padding-top: 16px;
}

.head {
  align-items: center;
  display: grid;
  gap: 0 18px;
  grid-template-columns: minmax(0, 1fr) max-content;
}

.head > :last-child {
  grid-column: 1 / -1;
}

.actions {
  display: flex;
  gap: 8px;
}

h1 {
  font-size: var(--size-title);
  overflow-wrap: anywhere;
}

.why {
  min-height: 1.5em;
}

.columns {
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(0, 1fr) 290px;
}

.play,
aside {
  align-content: start;
  display: grid;
  gap: 14px;
  grid-template-columns: minmax(0, 1fr);
}

aside {
  border-inline-start: 1px solid var(--rule);
  padding-inline-start: 22px;
}

.cautions,
.homes,
.remarks {
  list-style: none;
  padding: 0;
}

.cautions {
  color: var(--brick);
  font-size: var(--size-note);
}

.homes button,
.remarks button {
  border-bottom: 1px solid var(--rule);
  min-height: 32px;
  text-align: start;
  width: 100%;
}

.homes span {
  color: var(--faint);
  font-size: var(--size-note);
}

button[aria-pressed='true'] {
  color: var(--verdigris);
}

@media (max-width: 1000px) {
  .start {
    grid-template-columns: minmax(0, 1fr);
  }

  .start > :first-child {
    grid-column: 1;
  }

  .columns {
    grid-template-columns: minmax(0, 1fr);
  }

  aside {
    border-inline-start: 0;
    border-top: 1px solid var(--rule);
    padding: 14px 0 0;
  }
}

@media (pointer: coarse), (max-width: 600px) {
  .homes button,
  .remarks button {
    min-height: 44px;
  }
}
</style>
