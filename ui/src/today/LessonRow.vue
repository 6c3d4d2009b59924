<script setup lang="ts">
import { mdiAccountArrowRightOutline, mdiEyeOutline, mdiGuitarAcoustic, mdiHomeExportOutline, mdiPrinterOutline, mdiTimerOutline } from '@mdi/js'
import { say } from './words'
import { computed } from 'vue'
import type { TodayRow } from '../api/client'
import { printSheet } from '../shared/brief/sheet'
import { wordsOf } from '../shared/load'
import { keptPaper } from '../shared/shell/kept'
import MoreMenu from '../shared/shell/MoreMenu.vue'
import { tell } from '../shared/shell/notice'
import DueToday from './DueToday.vue'
import { benchAddress, practiseAddress } from '../shared/pupils/pupils'
import { sheetsOf } from '../shared/sheets'
import { lead } from '../shared/pupils/lead'
import SmallPlot from '../shared/pupils/SmallPlot.vue'

/** A lesson of the day: the next step first, then what it builds on. One that is over is a line; the next one stands out. */
const props = defineProps<{ row: TodayRow; on: string; instrument: string; busy: boolean; first: boolean; over: boolean; minutes: number | undefined }>()
const emit = defineEmits<{ set: []; home: []; bench: [] }>()
const of = computed(() => props.row.pupil)
const address = computed(() => ({ name: 'pupil', params: { id: of.value.id } }))
/** The page of what is set first, to be printed. */
const sheet = computed(() => props.row.set.find((s) => s.assignment.assignment.ladder)?.assignment.assignment.ladder?.brief)
async function print() {
  const brief = sheet.value
  if (!brief) return
  try {
    await printSheet(brief, brief.round ? { of: 'round', layout: 'pages' } : { of: 'plan' }, keptPaper.value)
  } catch (cause) {
    tell(wordsOf(cause))
  }
}
const cautions = computed(() => props.row.attention.filter((w) => w !== 'nothing is set'))
const step = computed(() => lead(props.row.next?.words ?? ''))
const soon = computed(() => {
  const minutes = props.minutes
  if (minutes === undefined) return ''
  return minutes < 0 ? say.now : minutes < 60 ? say.inMinutes(minutes) : say.inHours(Math.floor(minutes / 60), minutes % 60)
})
/** The work whose tries are drawn: the first that has any. */
const drawn = computed(() => props.row.set.find((s) => s.progress.points.length)?.progress)

const more = computed(() => {
  const work = props.row.set.find((s) => s.assignment.assignment.ladder)
  const name = of.value.pupil.name
  return [
    ...(props.over && props.row.next ? [{ id: 'set-later', title: say.assign, icon: mdiAccountArrowRightOutline, run: () => emit('set') }] : []),
    ...(work ? [{ id: 'practise', title: say.practise, icon: mdiTimerOutline, to: practiseAddress(work.assignment) }] : []),
    ...(props.row.next ? [{ id: 'see', title: say.seeTheSuggestion, icon: mdiEyeOutline, to: benchAddress(props.row.next.ladder) }] : []),
    ...(props.over ? [{ id: 'bench', title: say.benchFor(name), icon: mdiGuitarAcoustic, run: () => emit('bench') }] : []),
    ...(sheet.value ? [{ id: 'print', title: say.print, icon: mdiPrinterOutline, run: () => void print() }] : []),
    ...(props.row.set.length ? [{ id: 'home', title: say.sendHome, icon: mdiHomeExportOutline, run: () => emit('home') }] : []),
  ]
})
</script>

<template>
  <li class="lesson" :class="{ first, over }" :data-pupil="of.pupil.name">
    <p class="at">
      {{ of.pupil.at || '–' }} <span v-if="first && soon" class="note">{{ soon }}</span>
    </p>
    <div class="who">
      <router-link :to="address" class="name">{{ of.pupil.name }}</router-link>
      <p v-if="!over" class="note">{{ instrument }}</p>
      <p v-for="w in over ? [] : cautions" :key="w" class="look">{{ w }}</p>
    </div>
    <div class="what">
      <p v-if="row.next" class="next">
        <b>{{ step[0] }}</b>{{ over ? '' : step[1] }}
      </p>
      <p v-else-if="row.set.length === 0" class="next">{{ say.noAssignmentsYet }}</p>
      <p v-if="!over && row.set.length" class="note set">
        <span v-for="s in row.set" :key="s.assignment.id"
          ><router-link v-if="s.assignment.assignment.ladder" :to="practiseAddress(s.assignment)" data-do="open-work">{{ s.assignment.title }}</router-link
          ><router-link v-else-if="sheetsOf(s.assignment)" :to="sheetsOf(s.assignment)!" data-do="open-sheets">{{ s.assignment.title }}</router-link
          ><template v-else>{{ s.assignment.title }}</template> · {{ s.progress.words }} · <span :class="{ look: s.progress.overdue }">{{ s.progress.due }}</span>
        </span>
      </p>
      <DueToday v-if="first && row.hasWeeks" :pupil="of.id" :on="on" />
      <p v-if="!over" class="buttons">
        <v-btn
          v-if="row.next"
          color="primary"
          :variant="first ? 'flat' : 'tonal'"
          :loading="busy"
          :aria-label="say.assignTo(row.next.name, of.pupil.name)"
          data-do="set"
          @click="emit('set')"
          >{{ say.assign }}</v-btn
        >
        <v-btn color="primary" :variant="first && !row.next ? 'flat' : 'tonal'" :aria-label="say.benchFor(of.pupil.name)" data-do="lay-out" @click="emit('bench')">{{
          say.bench
        }}</v-btn>
        <MoreMenu v-if="more.length" :items="more" :alone="say.moreFor(of.pupil.name)" />
      </p>
    </div>
    <MoreMenu v-if="over && more.length" class="alone" :items="more" :alone="say.moreFor(of.pupil.name)" />
    <SmallPlot v-else-if="drawn" :progress="drawn" large class="plot" />
  </li>
</template>

<style scoped>
.lesson {
  border-top: 1px solid var(--rule);
  column-gap: 24px;
  display: grid;
  grid-template-columns: 88px 208px minmax(0, 1fr) 320px;
  padding: 16px 0;
}

.lesson.first {
  border-top: 3px solid var(--verdigris);
}

.lesson.over {
  align-items: center;
  grid-template-columns: 88px 208px minmax(0, 1fr) auto;
  padding: 4px 0;
}

.at {
  font-size: 1.125rem;
}

.at .note {
  display: block;
}

.name {
  color: inherit;
  font-family: var(--face-heading);
  font-size: 1.125rem;
  font-weight: 700;
  overflow-wrap: anywhere;
  text-decoration-color: var(--verdigris);
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}

.first .name {
  font-size: 1.5rem;
  line-height: 28px;
}

.first .next {
  font-size: 1.125rem;
  line-height: 28px;
}

.over .name,
.over .next {
  font-family: var(--face-text);
  font-size: var(--size-body);
}

.over .at {
  color: var(--faint);
  font-size: var(--size-body);
}

.look {
  color: var(--brick);
  font-size: var(--size-note);
  font-weight: 700;
}

.look::first-letter {
  text-transform: uppercase;
}

.set {
  padding-top: 4px;
}

.set > span {
  display: block;
}

.set a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 12px;
}

@media (max-width: 1100px) {
  .lesson {
    grid-template-columns: 88px minmax(0, 1fr);
    row-gap: 8px;
  }

  .what,
  .plot {
    grid-column: 2;
  }

  .lesson.over {
    grid-template-columns: 88px minmax(0, 1fr) auto;
  }

  .over .what {
    grid-column: 2;
    grid-row: 2;
  }
}

@media (max-width: 600px) {
  .lesson,
  .lesson.over {
    grid-template-columns: 60px minmax(0, 1fr) auto;
  }

  .what,
  .plot,
  .over .what {
    grid-column: 1 / -1;
    grid-row: auto;
  }
}
</style>
