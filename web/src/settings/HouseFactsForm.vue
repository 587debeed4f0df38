<script setup lang="ts">
/** Where the house is, and whom others may ask. */
import { BButton, BForm, BFormInput } from 'bootstrap-vue-next'
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { HouseFacts } from '../api/types'
import { useSaved } from './useSaved'

const session = useSession()
const zones = Intl.supportedValuesOf('timeZone')
const { facts, problem, saved, save } = useSaved<HouseFacts>(
  () => got(api.GET('/api/house/facts')),
  (body) => got(api.PUT('/api/house/facts', { body })),
)
</script>

<template>
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <BForm v-if="facts" @submit.prevent="save">
    <div class="field">
      <label for="timeZone">Time zone</label>
      <BFormInput
        id="timeZone"
        v-model="facts.timeZone"
        list="zones"
        autocomplete="off"
        placeholder="the server’s"
        :disabled="session.who?.role !== 'manager'"
      />
      <span class="quiet">Sets when a day begins, for release dates and deadlines: Europe/Berlin, Asia/Tokyo…</span>
      <datalist id="zones">
        <option v-for="zone in zones" :key="zone" :value="zone" />
      </datalist>
    </div>
    <div class="field">
      <label for="contact">Contact</label>
      <BFormInput id="contact" v-model="facts.contact" autocomplete="off" :disabled="session.who?.role !== 'manager'" />
      <span class="quiet">Who to ask about using the music; copied to new releases.</span>
    </div>
    <BButton v-if="session.who?.role === 'manager'" type="submit" variant="primary">Save</BButton>
    <span class="saved" role="status">{{ saved }}</span>
  </BForm>
</template>

<style scoped src="./fields.css"></style>
