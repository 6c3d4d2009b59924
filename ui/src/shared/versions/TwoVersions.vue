<script setup lang="ts">
import { say } from '../words'
import { computed } from 'vue'
import { narrow } from '../shell/narrow'
import { meeting } from './meet'

/** Two versions side by side, where they differ: one's own and the stored one. */
const open = computed({ get: () => !!meeting.value, set: (now) => now || meeting.value?.answer(undefined) })
</script>

<template>
  <v-dialog v-model="open" max-width="720" scrollable :fullscreen="narrow" :aria-label="say.thisWasChangedSomewhereElse(meeting?.what)">
    <v-card v-if="meeting" border class="two" data-two>
      <h2>{{ say.thisWasChangedSomewhereElse(meeting.what) }}</h2>
      <p>{{ say.nothingWasOverwrittenHereAreThe }}</p>
      <div class="both">
        <table>
          <thead>
            <tr>
              <td></td>
              <th scope="col">{{ say.yoursNotSavedYet }}</th>
              <th scope="col">{{ say.savedNow }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in meeting.differences" :key="d.name">
              <th scope="row">{{ d.name }}</th>
              <td>{{ d.mine || '–' }}</td>
              <td>{{ d.stored || '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="actions">
        <v-btn v-if="meeting.both" color="primary" variant="flat" data-two="both" @click="meeting.answer('both')">{{ say.keepBothSaveMineAsNew }}</v-btn>
        <v-btn color="primary" :variant="meeting.both ? 'text' : 'flat'" data-two="mine" @click="meeting.answer('mine')">{{ say.saveMine }}</v-btn>
        <v-btn color="primary" data-two="stored" @click="meeting.answer('stored')">{{ say.useTheSavedOne }}</v-btn>
        <v-btn data-two="leave" @click="meeting.answer(undefined)">{{ say.keepEditing }}</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.two {
  align-content: start;
  display: grid;
  gap: 12px;
  padding: 20px;
}

h2 {
  font-size: var(--size-heading);
}

.both {
  max-height: 55vh;
  overflow: auto;
}

table {
  border-collapse: collapse;
  width: 100%;
}

th,
td {
  border-top: 1px solid var(--rule);
  overflow-wrap: anywhere;
  padding: 6px 12px 6px 0;
  text-align: start;
  vertical-align: top;
  white-space: pre-wrap;
  width: 40%;
}

thead td,
tbody th {
  width: 20%;
}

tbody th {
  color: var(--faint);
  font-weight: 400;
}

.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
