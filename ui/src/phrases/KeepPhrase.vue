<script setup lang="ts">
import { say } from './words'
import { ref, watch } from 'vue'
import type { Brief, Kept } from '../api/client'
import { wordsOf } from '../shared/load'
import { shelf } from '../shared/shelf'
import { tell } from '../shared/shell/notice'
import { narrow } from '../shared/shell/narrow'

/** Keeps the phrase on its shelf: with a title, where it comes from, and tags. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ title: string; played: Brief; kept: Kept | undefined }>()
const emit = defineEmits<{ kept: [kept: Kept] }>()
const draft = ref({ title: '', source: '', tags: '', notes: '' })
const failure = ref('')
const busy = ref(false)
watch(open, (now) => {
  if (!now) return
  failure.value = ''
  const k = props.kept
  if (k) draft.value = { title: k.title, source: k.phrase?.source ?? '', tags: (k.phrase?.tags ?? []).join(', '), notes: k.notes }
  else if (!draft.value.title) draft.value.title = props.title
})

async function save(anew: boolean) {
  busy.value = true
  failure.value = ''
  const { title, source, tags, notes } = draft.value
  const played = props.played
  const body = {
    title,
    notes,
    phrase: {
      brief: played,
      source,
      tags: tags
        .split(',')
        .map((t) => t.trim())
        .filter(Boolean),
    },
  }
  try {
    const k = props.kept
    const made = k && !anew ? await shelf('phrases').update(k.id, k.version, body) : await shelf('phrases').create(body)
    tell(say.phraseSaved(made.title))
    if (!open.value || props.played !== played) return // it waited, and another one is worked on
    open.value = false
    emit('kept', made)
  } catch (cause) {
    failure.value = wordsOf(cause)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" :fullscreen="narrow" :aria-label="say.saveThePhrase">
    <v-card border class="keep">
      <form @submit.prevent="save(false)">
        <h2>{{ kept ? say.saveChanges : say.saveThisPhrase }}</h2>
        <v-text-field v-model="draft.title" :label="say.title" autofocus maxlength="160" data-keep="title" @focus="kept || $event.target.select()" />
        <v-text-field v-model="draft.source" :label="say.whereItComesFrom" maxlength="400" data-keep="source" />
        <v-text-field v-model="draft.tags" :label="say.tagsSeparatedByCommas" maxlength="400" data-keep="tags" />
        <v-textarea v-model="draft.notes" :label="say.yourNotes" rows="2" maxlength="10000" />
        <p v-if="failure" class="failure" role="alert">{{ say.whatYouTypedIsStillHere(failure) }}</p>
        <div class="actions">
          <v-btn type="submit" color="primary" variant="flat" :disabled="!draft.title.trim()" :loading="busy" data-keep="go">{{ say.save }}</v-btn>
          <v-btn v-if="kept" color="primary" :disabled="!draft.title.trim()" @click="save(true)">{{ say.saveAsANewOne }}</v-btn>
          <v-btn @click="open = false">{{ say.close }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keep {
  padding: 20px 24px;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.failure {
  color: var(--brick);
}
</style>
