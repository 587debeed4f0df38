<script setup lang="ts">
/** What copies are made by: those that came with the program, changed ones and the label's own. */
import { ref } from 'vue'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { RecipeText } from '../api/types'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'
import RecipeEditor from '../release/files/RecipeEditor.vue'

const session = useSession()
const { value: recipes, problem, failed, load } = useLoad<RecipeText[]>(() => got(api.GET('/api/recipes')))
const open = ref('')
function origin(recipe: RecipeText) {
  if (!recipe.own) return 'as shipped'
  return recipe.shipped ? 'changed by the label' : 'the label’s own'
}
function close() {
  open.value = ''
  void load()
}
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <LoadingLine v-if="!recipes" what="the recipes" :failed="failed" @again="load" />
  <table v-else>
    <thead>
      <tr>
        <th scope="col">Recipe</th>
        <th scope="col">Version</th>
        <td></td>
      </tr>
    </thead>
    <tbody>
      <tr v-for="each in recipes" :key="each.id">
        <th scope="row">{{ each.name }}</th>
        <td :class="{ quiet: !each.own }">{{ origin(each) }}</td>
        <td class="end">
          <button class="act" type="button" :aria-label="`Edit ${each.name}`" @click="open = each.id">
            {{ session.who?.role === 'manager' ? 'Edit…' : 'Show…' }}
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <RecipeEditor v-if="open" :recipe="open" @close="close" />
</template>

<style scoped src="./lines.css"></style>
