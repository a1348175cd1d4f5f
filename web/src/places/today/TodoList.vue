<script setup lang="ts">
import type { Today } from '../../api/types'

defineProps<{ todos: Today['todos']; now: string }>()
function by(iso: string, now: string) {
  const at = new Date(iso)
  const isToday = at.toDateString() === new Date(now).toDateString()
  return at.toLocaleString('en-GB', {
    ...(isToday ? {} : { weekday: 'short', day: 'numeric' }),
    hour: '2-digit',
    minute: '2-digit',
  })
}
</script>

<template>
  <p v-if="!todos.length" class="quiet empty">
    Nothing wants doing. Plan a firing, or open a kiln that waits.
  </p>
  <ul v-else class="todos">
    <li v-for="todo in todos" :key="todo.key" :class="{ due: todo.is_due }">
      <b class="figures">{{ by(todo.at, now) }}</b>
      <span>
        <RouterLink
          v-if="todo.piece_id"
          :to="{
            name: 'piece',
            params: { id: todo.piece_id, station: todo.station },
            query: { stage: todo.stage_key },
          }"
          >{{ todo.name }}</RouterLink
        >
        <template v-else>{{ todo.name }}</template>
        <span class="quiet">: {{ todo.about }}</span>
        <span v-if="todo.clash" class="clash">▲ {{ todo.clash }}</span>
      </span>
      <span class="word">{{ todo.is_due ? '▲ now' : todo.is_awake ? '' : '☾ asleep' }}</span>
    </li>
  </ul>
</template>

<style scoped>
.todos {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 8.2rem minmax(0, 1fr) auto;
  gap: var(--s3);
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
  align-items: baseline;
}

.due {
  font-weight: 600;
}

.clash {
  display: block;
  color: var(--note);
  font-size: var(--f2);
}

.word {
  color: var(--note);
  font-size: var(--f2);
}

.empty {
  padding: var(--s3) 0;
}
</style>
