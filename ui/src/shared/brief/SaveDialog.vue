<script setup lang="ts">
import { computed } from 'vue'
import type { Kept } from '../../api/client'
import { narrow } from '../shell/narrow'

const open = defineModel<boolean>({ required: true })
const title = defineModel<string>('title', { required: true })
const notes = defineModel<string>('notes', { required: true })
defineProps<{ kept: Kept | undefined; sentence: string; failure: string; busy: boolean }>()
const emit = defineEmits<{ save: []; saveNew: [] }>()

const empty = computed(() => title.value.trim() === '')
</script>

<template>
  <v-dialog v-model="open" max-width="620" :fullscreen="narrow" aria-label="Save">
    <v-card border class="save">
      <form @submit.prevent="kept ? emit('save') : emit('saveNew')">
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
