<script setup lang="ts">
import { say } from './words'
import { computed, ref } from 'vue'
import type { TodayRow } from '../api/client'
import { printSheet } from '../shared/brief/sheet'
import { wordsOf } from '../shared/load'
import { keptPaper } from '../shared/shell/kept'
import { tell } from '../shared/shell/notice'
import DueToday from './DueToday.vue'
import { benchAddress, practiseAddress } from '../shared/pupils/pupils'
import { sheetsOf } from '../shared/sheets'
import SmallPlot from '../shared/pupils/SmallPlot.vue'

/** One pupil of the day: what was set, what was reached, what is due, and the next step. */
const props = defineProps<{ row: TodayRow; on: string; instrument: string; busy: boolean }>()
const emit = defineEmits<{ set: []; home: []; bench: [] }>()
const of = computed(() => props.row.pupil)
const address = computed(() => ({ name: 'pupil', params: { id: of.value.id } }))
/** The page of what is set first, to be printed. */
const sheet = computed(() => props.row.set.find((s) => s.assignment.assignment.ladder)?.assignment.assignment.ladder?.brief)
const printing = ref(false)
async function print() {
  const brief = sheet.value
  if (!brief) return
  printing.value = true
  try {
    await printSheet(brief, brief.round ? { of: 'round', layout: 'pages' } : { of: 'plan' }, keptPaper.value)
  } catch (cause) {
    tell(wordsOf(cause))
  } finally {
    printing.value = false
  }
}
const wantsLook = computed(() => props.row.attention.filter((w) => w !== 'nothing is set'))
</script>

<template>
  <li class="lesson" :data-pupil="of.pupil.name">
    <p class="at">{{ of.pupil.at || '–' }}</p>
    <div class="who">
      <router-link :to="address" class="name">{{ of.pupil.name }}</router-link>
      <p class="faint">{{ instrument }}</p>
      <p v-for="w in wantsLook" :key="w" class="look">{{ w }}</p>
    </div>
    <div class="set">
      <p v-if="row.set.length === 0" class="look">{{ say.noAssignmentsYet }}</p>
      <div v-for="s in row.set" :key="s.assignment.id" class="work">
        <div class="told">
          <p class="sentence">
            <router-link v-if="s.assignment.assignment.ladder" :to="practiseAddress(s.assignment)" data-do="open-work">{{ s.assignment.title }}</router-link>
            <router-link v-else-if="sheetsOf(s.assignment)" :to="sheetsOf(s.assignment)!" data-do="open-sheets">{{ s.assignment.title }}</router-link>
            <template v-else>{{ s.assignment.title }}</template>
          </p>
          <p class="reached">
            <b v-if="s.progress.reached">{{ s.progress.words }}</b><template v-else>{{ s.progress.words }}</template> ·
            <span :class="{ look: s.progress.overdue }">{{ s.progress.due }}</span>
          </p>
        </div>
        <SmallPlot :progress="s.progress" />
      </div>
      <DueToday v-if="row.hasWeeks" :pupil="of.id" :on="on" />
    </div>
    <div class="next">
      <template v-if="row.next">
        <p>
          <b>{{ row.next.name }}</b>: {{ row.next.words }}
        </p>
        <p class="buttons">
          <v-btn size="small" color="primary" variant="flat" :loading="busy" :aria-label="say.assignTo(row.next.name, of.pupil.name)" data-do="set" @click="emit('set')">{{
            say.assign
          }}</v-btn>
          <v-btn size="small" color="primary" variant="tonal" :to="benchAddress(row.next.ladder)" :aria-label="say.openTheSuggestionForOnThe(of.pupil.name)" data-do="see">{{
            say.open
          }}</v-btn>
          <v-btn
            v-if="sheet"
            size="small"
            color="primary"
            variant="tonal"
            :loading="printing"
            :aria-label="say.printTheAssignmentsOf(of.pupil.name)"
            data-do="print"
            @click="print"
            >{{ say.print }}</v-btn
          >
          <v-btn v-if="row.set.length" size="small" color="primary" variant="tonal" :aria-label="say.sendHomeTo(of.pupil.name)" data-do="home" @click="emit('home')">{{
            say.sendHome
          }}</v-btn>
        </p>
      </template>
      <p v-else>
        <v-btn size="small" color="primary" variant="flat" :aria-label="say.laySomethingOutFor(of.pupil.name)" data-do="lay-out" @click="emit('bench')">{{
          say.laySomethingOut
        }}</v-btn>
      </p>
    </div>
  </li>
</template>

<style scoped>
.lesson {
  border-top: 1px solid var(--rule);
  column-gap: 22px;
  display: grid;
  grid-template-columns: 56px minmax(120px, 170px) minmax(0, 1.5fr) minmax(0, 1fr);
  padding: 12px 0 14px;
}

.at {
  font-family: var(--face-heading);
  font-size: var(--size-lead);
}

.name {
  color: inherit;
  font-family: var(--face-heading);
  font-size: var(--size-heading);
  font-weight: 700;
  overflow-wrap: anywhere;
}

.faint,
.reached {
  color: var(--faint);
  font-size: var(--size-note);
}

.look {
  color: var(--brick);
  font-size: var(--size-note);
  font-weight: 700;
}

.work {
  align-items: start;
  display: flex;
  gap: 16px;
  justify-content: space-between;
}

.work + .work {
  margin-top: 10px;
}

.told {
  min-width: 0;
}

.sentence {
  font-size: var(--size-fact);
}

.sentence a {
  color: inherit;
  text-decoration-color: var(--verdigris);
}

.next {
  border-inline-start: 3px solid var(--verdigris);
  font-size: var(--size-fact);
  padding-inline-start: 12px;
}

.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding-top: 8px;
}

@media (max-width: 1000px) {
  .lesson {
    grid-template-columns: 56px minmax(0, 1fr);
    row-gap: 8px;
  }

  .set,
  .next {
    grid-column: 2;
  }
}

@media (max-width: 600px) {
  .lesson {
    grid-template-columns: minmax(0, 1fr);
  }

  .set,
  .next {
    grid-column: 1;
  }

  .work {
    flex-direction: column;
    gap: 4px;
  }

  .buttons .v-btn {
    min-height: 44px;
  }
}
</style>
