<script setup lang="ts">
/** How each destination is reached; each is entered on its own page. */
import { api, got } from '../api/client'
import type { DestinationView } from '../api/types'
import { WAYS } from '../destinations/ways'
import LoadingLine from '../kit/LoadingLine.vue'
import { useLoad } from '../kit/useLoad'

const {
  value: destinations,
  problem,
  failed,
  load,
} = useLoad<DestinationView[]>(() => got(api.GET('/api/destinations')))
/** What has to be entered before anything is sent. */
function lacks(of: DestinationView) {
  const wanted = WAYS[of.way]
  if (wanted.place && !of.url) return `no ${wanted.place.toLowerCase()} entered`
  return wanted.secret && !of.secret ? `no ${wanted.secret.toLowerCase()} entered` : ''
}
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <LoadingLine v-if="!destinations" what="the destinations" :failed="failed" @again="load" />
  <p v-else-if="!destinations.length" class="quiet">
    There are no destinations yet. Add them under <RouterLink :to="{ name: 'destinations' }">Destinations</RouterLink>.
  </p>
  <table v-else>
    <thead>
      <tr>
        <th>Destination</th>
        <th>Delivery method</th>
        <th>Address</th>
        <th><span class="hidden-text">What is missing</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="each in destinations" :key="each.id">
        <td>
          <RouterLink :to="{ name: 'destination', params: { id: each.id } }">{{ each.name }}</RouterLink>
        </td>
        <td>{{ WAYS[each.way].name }}</td>
        <td class="mono">{{ each.url }}</td>
        <td class="problem">{{ lacks(each) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped src="./lines.css"></style>
