<script setup lang="ts">
/** What societies still need, per work and per performer. */
import { ref } from 'vue'
import type { SocietyNeeds } from '../../api/types'
import Mark from '../../kit/Mark.vue'

const props = defineProps<{ societies: SocietyNeeds[] }>()
const all = ref(false)
const lacking = (society: SocietyNeeds) => society.subjects.filter((each) => each.needs.length)
</script>

<template>
  <section class="societies" aria-label="Societies">
    <h3>
      Societies
      <label class="quiet"><input v-model="all" type="checkbox" /> show complete ones too</label>
    </h3>
    <div class="two">
      <div v-for="society in props.societies" :key="society.destination" :data-society="society.destination">
        <h4>
          {{ society.name }}
          <span class="quiet"
            >{{ society.subjects.length - lacking(society).length }} of {{ society.subjects.length }}
            {{ society.of }} complete</span
          >
        </h4>
        <p v-if="!society.subjects.length" class="quiet">No {{ society.of }} are named yet.</p>
        <ul>
          <li v-for="each in all ? society.subjects : lacking(society)" :key="each.name + each.detail">
            <Mark :weight="each.needs.length ? 'stop' : 'ready'" />
            <div>
              <b>{{ each.name }}</b> <span class="quiet">{{ each.detail }}</span>
              <p v-for="need in each.needs" :key="need">{{ need }}</p>
              <p v-if="!each.needs.length" class="quiet">complete</p>
            </div>
          </li>
        </ul>
      </div>
    </div>
  </section>
</template>

<style scoped>
.societies {
  margin-top: var(--space-7);
}
h3 {
  display: flex;
  gap: var(--space-6);
  align-items: baseline;
  font-family: var(--bs-body-font-family);
  padding-bottom: var(--space-2);
  border-bottom: 1px solid var(--ink);
}
h3 label {
  font-weight: 400;
  font-size: var(--type-note);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--space-8);
}
h4 {
  font-family: var(--bs-body-font-family);
  font-size: var(--type-row);
  margin: var(--space-2) 0;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 14px 1fr;
  gap: var(--space-4);
  padding: var(--space-2) 0;
  border-top: 1px solid var(--line);
  font-size: var(--type-row);
}
p {
  margin: 0;
}
</style>
