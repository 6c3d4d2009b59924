<script setup lang="ts">
import { say } from './words'
import type { Today } from '../api/client'
import { dayWords } from '../shared/pupils/pupils'

/** The week at a glance: each day with its pupils; those that want a look are marked, in words for who cannot see it. */
defineProps<{ today: Today; on: string }>()
</script>

<template>
  <ol class="week" :aria-label="say.week">
    <li v-for="d in today.week" :key="d.date" :class="{ now: d.date === on }">
      <router-link :to="{ name: 'today', query: { on: d.date } }" class="day" :aria-current="d.date === on ? 'date' : undefined">{{ dayWords(d.date) }}</router-link>
      <p v-for="l in d.lessons" :key="l.id">
        <span class="at">{{ l.at }}</span>
        <router-link :to="{ name: 'pupil', params: { id: l.id } }"
          >{{ l.name
          }}<template v-if="l.attention"
            ><span aria-hidden="true"> ▸</span><span class="unseen"> {{ say.needsAttention2 }}</span></template
          ></router-link
        >
      </p>
    </li>
  </ol>
</template>

<style scoped>
.week {
  display: grid;
  gap: 0 14px;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  list-style: none;
  padding: 0;
}

li {
  border-top: 2px solid var(--rule);
  font-size: var(--size-note);
  padding: 4px 0;
}

li.now {
  border-top-color: var(--verdigris);
}

.day {
  color: inherit;
  font-weight: 700;
  text-decoration: none;
}

p {
  overflow-wrap: anywhere;
}

p a {
  color: inherit;
}

p a span {
  color: var(--brick);
}

.at {
  color: var(--faint);
  display: inline-block;
  min-width: 3em;
}

@media (max-width: 800px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
  }

  li {
    column-gap: 16px;
    display: flex;
    flex-wrap: wrap;
  }

  .day {
    min-width: 6em;
  }
}
</style>
