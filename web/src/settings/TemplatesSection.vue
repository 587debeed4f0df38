<script setup lang="ts">
/** What new releases can start from: each with its facts, to be removed when nobody starts from it any more. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Template } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'

const session = useSession()
const { value: templates, problem, failed, load, attempt } = useLoad<Template[]>(() => got(api.GET('/api/templates')))
/** The one that is about to be removed. */
const going = ref('')
const remove = (name: string) =>
  attempt(async () => {
    await got(api.DELETE('/api/templates', { params: { query: { name } } }))
    going.value = ''
    await load()
  })
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <LoadingLine v-if="!templates" what="the templates" :failed="failed" @again="load" />
  <p v-else-if="!templates.length" class="quiet">
    There are no templates yet. Save one from a release, under <b>Documents</b>; new releases can start from it.
  </p>
  <table v-else>
    <thead>
      <tr>
        <th scope="col">Template</th>
        <th scope="col">What it fills in</th>
        <td></td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="each in templates" :key="each.name">
        <th scope="row">{{ each.name }}</th>
        <td>
          <span v-for="fact in each.facts" :key="fact.name" class="fact">
            <span class="quiet">{{ fact.name }}</span> {{ fact.value }}
          </span>
          <p v-if="going === each.name" class="going">
            Releases that started from it keep what they have.
            <button class="act" type="button" @click="remove(each.name)">Remove</button>
            <button class="act" type="button" @click="going = ''">Cancel</button>
          </p>
        </td>
        <td class="end">
          <button
            v-if="session.who?.role === 'manager' && going !== each.name"
            class="act"
            type="button"
            :aria-label="`Remove ${each.name}`"
            @click="going = each.name"
          >
            Remove…
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./lines.css"></style>
<style scoped>
.fact {
  margin-right: var(--space-5);
}
.going {
  margin: var(--space-3) 0 0;
}
.going .act {
  margin-left: var(--space-5);
}
</style>
