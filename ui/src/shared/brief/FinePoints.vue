<script setup lang="ts">
import { mdiTuneVariant } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, take, type Brief, type Choice } from '../../api/client'
import { useCatalogue } from '../catalogue'
import { useLoad } from '../load'
import type { Changes } from './query'
import WordPicker from './WordPicker.vue'

/** The settings that the sentence leaves unsaid, by what they are about. */
const props = defineProps<{ brief: Brief | undefined; shown: string[]; keeps: boolean }>()
const emit = defineEmits<{ change: [changes: Changes]; keep: [] }>()

const { titles } = useCatalogue()
const open = ref(false)
const asked = computed(() => (open.value ? props.brief : undefined))
const { value: answer, failure } = useLoad(asked, (brief, signal) => take(api.POST('/api/v1/brief/points', { body: brief, signal })))
const groups = computed(() =>
  (answer.value?.groups ?? []).map((g) => ({ ...g, points: g.points.filter((p) => !props.shown.includes(p.field)) })).filter((g) => g.points.length > 0),
)

const adding = ref<string>()
const addingTo = computed(() => (adding.value && props.brief ? { brief: props.brief, field: adding.value } : undefined))
const { value: picker } = useLoad(addingTo, ({ brief, field }, signal) => take(api.POST('/api/v1/brief/choices', { params: { query: { field } }, body: brief, signal })))

function add(changes: Choice['changes']) {
  adding.value = undefined
  emit('change', changes as Changes)
}
</script>

<template>
  <v-menu v-model="open" location="bottom end" :offset="6">
    <template #activator="{ props: activator }">
      <v-btn v-bind="activator" :icon="mdiTuneVariant" size="small" class="fine" aria-label="Fine points: strings, frets, open strings, ending and more" />
    </template>
    <v-list density="compact" class="points">
      <v-list-item v-if="failure" :title="failure" role="alert" />
      <template v-for="group in groups" :key="group.about">
        <v-list-subheader class="about">{{ group.about }}</v-list-subheader>
        <v-list-item v-for="p in group.points" :key="p.field" class="point" :title="p.title" :data-fine="p.field" @click="adding = p.field" />
      </template>
      <v-divider v-if="keeps" />
      <v-list-item v-if="keeps" title="Keep this instrument…" data-fine="keep" @click="emit('keep')" />
    </v-list>
  </v-menu>
  <v-dialog :model-value="!!adding" max-width="420" @update:model-value="adding = undefined">
    <v-card v-if="adding" class="fine-card" border>
      <h2>{{ titles[adding] }}</h2>
      <ul>
        <li v-for="choice in picker?.choices" :key="choice.label">
          <v-btn block class="fine-choice" color="primary" :aria-current="choice.now || undefined" @click="add(choice.changes)">
            {{ choice.label }}<span v-if="choice.note" class="choice-note">{{ choice.note }}</span>
          </v-btn>
        </li>
      </ul>
      <WordPicker v-if="picker?.hint" :field="adding" text="another…" :brief="brief" plain @change="add" />
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fine {
  margin-inline-start: 6px;
}

.about {
  color: var(--faint);
  font-size: var(--size-caption);
  min-height: 26px;
  opacity: 1;
}

.point {
  min-height: 32px;
}

.fine-card {
  padding: 16px;
}

.fine-card h2 {
  font-size: var(--size-lead);
}

.fine-card ul {
  list-style: none;
  max-height: 60vh;
  overflow-y: auto;
  padding: 8px 0;
}

.fine-choice {
  height: auto;
  justify-content: start;
  min-height: 36px;
  padding-block: 4px;
  text-align: start;
  white-space: normal;
}

.fine-choice[aria-current] {
  font-weight: 700;
}

.choice-note {
  color: var(--faint);
  font-size: var(--size-note);
  margin-inline-start: 10px;
}
</style>
