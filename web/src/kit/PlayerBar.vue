<script setup lang="ts">
/** What is heard, and the two ways to hear it: the compressed version or the original, this file or the other. */
import { onMounted, onUnmounted } from 'vue'
import { clock } from './clock'
import { usePlayer } from './player'

const player = usePlayer()

function keys(event: KeyboardEvent) {
  const target = event.target as HTMLElement
  if (event.key !== ' ' || /^(INPUT|TEXTAREA|SELECT|BUTTON|A|SUMMARY)$/.test(target.tagName) || !player.first) return
  event.preventDefault()
  player.toggle()
}
onMounted(() => addEventListener('keydown', keys))
onUnmounted(() => {
  removeEventListener('keydown', keys)
  player.stop()
})
</script>

<template>
  <div v-if="player.first" class="player" role="region" aria-label="Player">
    <button class="go" type="button" :aria-label="player.playing ? 'Pause' : 'Play'" @click="player.toggle()">
      <svg viewBox="0 0 12 12" width="14" height="14" aria-hidden="true">
        <path v-if="player.playing" d="M2 1h3v10H2zM7 1h3v10H7z" fill="currentColor" />
        <path v-else d="M2 1l9 5-9 5z" fill="currentColor" />
      </svg>
    </button>
    <span class="mono">{{ clock(player.at) }} / {{ clock(player.first.seconds) }}</span>
    <b>{{ player.heard?.name }}</b>
    <template v-if="player.second">
      <button class="act" type="button" :aria-pressed="player.hearsSecond" @click="player.swap()">
        Play {{ player.hearsSecond ? player.first.name : player.second.name }} here
      </button>
      <label><input v-model="player.level" type="checkbox" /> same loudness</label>
    </template>
    <span v-if="player.problem" role="alert" class="problem">{{ player.problem }}</span>
    <label class="form"><input v-model="player.original" type="checkbox" /> original, uncompressed</label>
    <button class="act" type="button" @click="player.stop()">Close</button>
  </div>
</template>

<style scoped>
.player {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  gap: var(--space-5);
  padding: var(--space-3) var(--space-6);
  border-top: 1px solid var(--ink);
  background: var(--card);
  font-size: var(--type-row);
}
.go {
  width: 30px;
  height: 26px;
  border: 1px solid var(--madder);
  border-radius: 3px;
  background: none;
  color: var(--madder);
}
b {
  max-width: 260px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
label {
  display: flex;
  align-items: center;
  gap: var(--space-2);
  white-space: nowrap;
}
.form {
  margin-left: auto;
}
.problem {
  color: var(--stop);
}
</style>
