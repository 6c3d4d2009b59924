<script setup lang="ts">
import { say } from '../words'
import { mdiTuneVariant } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, take, type Brief } from '../../api/client'
import { useLoad } from '../load'
import { narrow } from '../shell/narrow'
import { useReturnFocus } from '../shell/returnFocus'
import type { Changes } from './query'
import WordPicker from './WordPicker.vue'

/** All that the sentence may leave unsaid, found by typing, each with what it is set to. */
const props = defineProps<{ brief: Brief | undefined; keeps: boolean }>()
const emit = defineEmits<{ change: [changes: Changes]; keep: [] }>()

const open = ref(false)
useReturnFocus(open)
const typed = ref('')
const asked = computed(() => (open.value ? props.brief : undefined))
const { value: answer, failure } = useLoad(asked, (brief, signal) => take(api.POST('/api/v1/brief/points', { body: brief, signal })))
const wanted = computed(() => typed.value.trim().toLowerCase())
const groups = computed(() =>
  (answer.value?.groups ?? [])
    .map((g) => ({ ...g, points: g.points.filter((p) => `${p.title} ${p.now}`.toLowerCase().includes(wanted.value)) }))
    .filter((g) => g.points.length > 0),
)
const pickers = ref<InstanceType<typeof WordPicker>[]>([])

/** Enter opens what was found first. */
function first() {
  const path = groups.value[0]?.points[0]?.field
  pickers.value.find((p) => p.field === path)?.show()
}

function keep() {
  open.value = false
  emit('keep')
}
</script>

<template>
  <button type="button" class="fine" aria-haspopup="dialog" :aria-expanded="open" @click="open = true">
    <v-icon :icon="mdiTuneVariant" size="18" /><span class="fine-name">{{ say.moreSettings }}</span>
  </button>
  <v-dialog v-model="open" max-width="640" :fullscreen="narrow" scrollable :aria-label="say.moreSettings">
    <v-card border class="fine-card">
      <div class="fine-head">
        <h2>{{ say.moreSettings }}</h2>
        <input
          v-model="typed"
          class="find"
          :aria-label="say.findASetting"
          :placeholder="say.typeToFindCapoSwingEnding"
          autocomplete="off"
          spellcheck="false"
          @keydown.enter.prevent="first"
        />
        <v-btn @click="open = false">{{ say.close }}</v-btn>
      </div>
      <div class="fine-lists">
        <p v-if="failure" class="trouble" role="alert">{{ failure }}</p>
        <section v-for="group in groups" :key="group.about">
          <h3 class="panel-title">{{ group.about }}</h3>
          <ul :aria-label="group.about">
            <li v-for="p in group.points" :key="p.field" :data-fine="p.field">
              <span class="point">{{ p.title }}</span>
              <WordPicker ref="pickers" :field="p.field" :text="p.now" :brief="brief" :set="p.set" plain @change="emit('change', $event)" />
            </li>
          </ul>
        </section>
        <p v-if="answer && groups.length === 0" class="none">{{ say.noSettingMatches }}</p>
        <v-btn v-if="keeps" color="primary" variant="tonal" data-fine="keep" @click="keep">{{ say.saveThisInstrument }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fine {
  align-items: center;
  color: var(--faint);
  display: inline-flex;
  font-family: var(--face-text);
  font-size: var(--size-note);
  font-weight: 400;
  gap: 4px;
  margin-inline-start: 10px;
  min-height: 30px;
  vertical-align: middle;
  white-space: nowrap;
}

.fine:hover .fine-name {
  text-decoration: underline;
}

.fine-card {
  padding: 16px 20px;
}

.fine-head {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}

.fine-head h2 {
  font-size: var(--size-lead);
}

.find {
  background: var(--ground);
  border: 1px solid var(--faint);
  border-radius: 5px;
  color: inherit;
  flex: 1;
  font: inherit;
  min-width: 12em;
  padding: 6px 10px;
}

.fine-lists {
  overflow-y: auto;
  padding-top: 12px;
}

section {
  margin-bottom: 14px;
}

.panel-title {
  margin: 0;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: center;
  border-top: 1px solid var(--rule);
  display: grid;
  gap: 2px 12px;
  grid-template-columns: minmax(9em, 2fr) 3fr;
  padding: 4px 2px;
}

.point {
  font-size: var(--size-fact);
}

.trouble {
  color: var(--brick);
}

.none {
  color: var(--faint);
  padding-bottom: 10px;
}
</style>
