<script setup lang="ts">
import { computed } from 'vue'
import type { Kept } from '../../api/client'
import { narrow } from '../shell/narrow'

const open = defineModel<boolean>({ required: true })
const title = defineModel<string>('title', { required: true })
const notes = defineModel<string>('notes', { required: true })
const props = defineProps<{ kept: Kept | undefined; conflict: Kept | undefined; sentence: string; failure: string; busy: boolean }>()
const emit = defineEmits<{ save: []; saveNew: []; keepMine: [version: number]; takeTheirs: [] }>()

const empty = computed(() => title.value.trim() === '')
</script>

<template>
  <v-dialog v-model="open" max-width="620" :fullscreen="narrow" aria-label="Save">
    <v-card border class="save">
      <template v-if="conflict">
        <h2>This brief was changed somewhere else</h2>
        <p>Nothing was overwritten. Here are both; choose what to keep.</p>
        <div class="both">
          <section>
            <h3 class="panel-title">Yours, not saved yet</h3>
            <b>{{ title }}</b>
            <p>{{ sentence }}</p>
            <p class="notes">{{ notes }}</p>
          </section>
          <section>
            <h3 class="panel-title">Stored now</h3>
            <b>{{ conflict.title }}</b>
            <p>{{ conflict.sentence }}</p>
            <p class="notes">{{ conflict.notes }}</p>
          </section>
        </div>
        <div class="actions">
          <v-btn color="primary" variant="flat" :loading="busy" @click="emit('saveNew')">Keep both: save mine as a new one</v-btn>
          <v-btn color="primary" @click="emit('keepMine', props.conflict?.version ?? 0)">Store mine</v-btn>
          <v-btn color="primary" @click="emit('takeTheirs')">Take the stored one</v-btn>
        </div>
      </template>
      <form v-else @submit.prevent="kept ? emit('save') : emit('saveNew')">
        <h2>{{ kept ? 'Save changes' : 'Save this brief' }}</h2>
        <p class="sentence">{{ sentence }}</p>
        <v-text-field v-model="title" label="Title" autofocus maxlength="160" data-save="title" @focus="kept || $event.target.select()" />
        <v-textarea v-model="notes" label="Your notes" rows="4" maxlength="10000" data-save="notes" />
        <p v-if="failure" class="failure" role="alert">{{ failure }} What you typed is kept here.</p>
        <div class="actions">
          <v-btn type="submit" color="primary" variant="flat" :disabled="empty" :loading="busy" data-save="go">Save</v-btn>
          <v-btn v-if="kept" color="primary" :disabled="empty" @click="emit('saveNew')">Save as a new one</v-btn>
          <v-btn @click="open = false">Close</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.save {
  padding: 20px;
}

h2 {
  font-size: var(--size-heading);
}

.sentence {
  color: var(--faint);
  padding: 6px 0 16px;
}

.both {
  display: grid;
  gap: 20px;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  padding: 16px 0;
}

.both section {
  border-inline-start: 3px solid var(--rule);
  padding-inline-start: 12px;
}

.notes {
  white-space: pre-wrap;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.failure {
  color: var(--brick);
  padding-bottom: 10px;
}
</style>
