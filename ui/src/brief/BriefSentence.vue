<script setup lang="ts">
import { mdiTuneVariant } from '@mdi/js'
import { computed, ref } from 'vue'
import type { FieldError } from '../api/client'
import type { Changes } from './useWork'
import WordPicker from './WordPicker.vue'
import { finePoints, words, wordOf, type Setting } from './words'

/** The brief as a sentence of words to press. */
const props = defineProps<{ said: { sentenceParts: { text: string; field?: string }[]; spoken: string }; setting: Setting | undefined; problems: FieldError[]; small?: boolean; keeps?: boolean }>()
const emit = defineEmits<{ change: [changes: Changes]; keep: [] }>()

const pickers = ref<InstanceType<typeof WordPicker>[]>([])
const shown = computed(() => props.said.sentenceParts.flatMap((p) => (p.field ? [p.field] : [])))
const unsaid = computed(() =>
  Object.entries(finePoints).map(([about, fields]) => ({ about, fields: fields.filter((f) => !shown.value.includes(f) && props.setting && (words[f]?.matters?.(props.setting) ?? true)) })),
)
// A word keeps the comma or full stop behind it on its line.
const pieces = computed(() =>
  props.said.sentenceParts.map((part, i, all) => {
    const mark = (p: typeof part | undefined) => (p && !p.field ? (/^[,.]/.exec(p.text)?.[0] ?? '') : '')
    return part.field ? { ...part, mark: mark(all[i + 1]) } : { ...part, text: all[i - 1]?.field ? part.text.slice(mark(part).length) : part.text, mark: '' }
  }),
)
const adding = ref<string>()

function problemAt(field: string) {
  return props.problems.find((p) => wordOf(p.field, shown.value) === field)?.message
}

function add(changes: Changes) {
  adding.value = undefined
  emit('change', changes)
}

defineExpose({ focus: () => pickers.value[0]?.focus() })
</script>

<template>
  <component :is="small ? 'h2' : 'h1'" class="sentence" :class="{ small }" :aria-label="said.spoken">
    <template v-for="(part, i) in pieces" :key="i">
      <span v-if="part.field" class="whole">
        <WordPicker ref="pickers" :field="part.field" :text="part.text" :setting="setting" :problem="problemAt(part.field)" @change="emit('change', $event)" />{{ part.mark }}
      </span>
      <template v-else>{{ part.text }}</template>
    </template>
    <v-menu location="bottom end" :offset="6">
      <template #activator="{ props: activator }">
        <v-btn v-bind="activator" :icon="mdiTuneVariant" size="small" class="fine" aria-label="Fine points: strings, frets, open strings, ending and more" />
      </template>
      <v-list density="compact" class="points">
        <template v-for="group in unsaid" :key="group.about">
          <v-list-subheader class="about">{{ group.about }}</v-list-subheader>
          <v-list-item v-for="field in group.fields" :key="field" class="point" :title="words[field]?.title ?? field" :data-fine="field" @click="adding = field" />
        </template>
        <v-divider v-if="keeps" />
        <v-list-item v-if="keeps" title="Keep this instrument…" data-fine="keep" @click="emit('keep')" />
      </v-list>
    </v-menu>
  </component>
  <v-dialog :model-value="!!adding" max-width="420" @update:model-value="adding = undefined">
    <v-card v-if="adding && setting" class="fine-card" border>
      <h2>{{ words[adding]?.title }}</h2>
      <ul>
        <li v-for="choice in words[adding]?.choices(setting)" :key="choice.label">
          <v-btn block class="fine-choice" color="primary" @click="add(choice.changes)">
            {{ choice.label }}<span v-if="choice.note" class="choice-note">{{ choice.note }}</span>
          </v-btn>
        </li>
      </ul>
      <WordPicker v-if="words[adding]?.typed" :field="adding" text="another…" :setting="setting" plain @change="add" />
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sentence {
  font-size: clamp(1.25rem, 2.05vw, 1.65rem);
  font-weight: 600;
  line-height: 1.42;
  margin: 0;
  max-width: 62em;
  text-wrap: pretty;
  white-space: pre-wrap;
}

.sentence.small {
  font-size: 1.08rem;
  max-width: none;
}

.whole {
  white-space: nowrap;
}

.fine {
  margin-inline-start: 6px;
}

.about {
  color: var(--faint);
  font-size: 0.8rem;
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
  font-size: 1.1rem;
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

.choice-note {
  color: var(--faint);
  font-size: 0.85rem;
  margin-inline-start: 10px;
}
</style>
