<script setup lang="ts">
/** Everything that names somebody: release by release, with what they are on which tracks. */
import type { NamedPlace, NamingRelease } from '../api/types'
import Cover from '../kit/Cover.vue'
import { runs } from '../kit/runs'

defineProps<{ releases: NamingRelease[] }>()
interface Part {
  says: string
  tracks: number[]
  column: string
}
/** The same thing on several tracks is said once. */
function parts(places: NamedPlace[]): Part[] {
  const parts = new Map<string, Part>()
  for (const each of places) {
    const key = `${each.says} ${each.track === 0}`
    if (!parts.has(key)) parts.set(key, { says: each.says, tracks: [], column: each.column })
    parts.get(key)!.tracks.push(each.track)
  }
  return [...parts.values()]
}
const where = (part: Part) => (part.tracks[0] === 0 ? 'the release' : runs(part.tracks))
const picture = (release: NamingRelease) => ({
  title: release.title,
  cover: release.cover ? { sha256: release.cover, problem: null, measuring: false } : null,
})
</script>

<template>
  <ul>
    <li v-for="release in releases" :key="release.id">
      <Cover :head="picture(release)" :side="40" />
      <div class="title">
        <RouterLink :to="`/releases/${release.id}/sheet`">{{ release.title }}</RouterLink>
        <span class="quiet">{{ release.date ?? 'no date yet' }}</span>
      </div>
      <div class="parts">
        <RouterLink
          v-for="(part, i) in parts(release.places)"
          :key="i"
          :to="`/releases/${release.id}/sheet?at=${part.tracks[0]}.${part.column}`"
        >
          {{ part.says }} <span class="quiet">{{ where(part) }}</span>
        </RouterLink>
      </div>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 40px minmax(160px, 240px) 1fr;
  gap: var(--space-5);
  align-items: center;
  padding: var(--space-3) 0;
  border-bottom: 1px solid var(--line);
  font-size: var(--type-row);
}
.title {
  display: grid;
}
.title a {
  font-weight: 600;
}
.title span {
  font-size: var(--type-note);
}
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--space-1) var(--space-6);
}
.parts a {
  display: inline-flex;
  gap: var(--space-2);
  align-items: center;
  min-height: 24px;
  color: var(--ink);
}
</style>
