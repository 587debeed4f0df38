<script setup lang="ts">
/** What a label declares with everything that leaves. */
import { BFormCheckbox } from 'bootstrap-vue-next'

const declares = defineModel<boolean>({ required: true })
</script>

<template>
  <BFormCheckbox id="declares" v-model="declares">
    I declare that the label holds the rights in these recordings, works and pictures for the territories named, and
    that covers, remixes and samples are permitted.
  </BFormCheckbox>
</template>
