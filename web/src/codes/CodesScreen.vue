<script setup lang="ts">
import { api, got } from '../api/client'
import { useSession } from '../api/session'
import type { StripView } from '../api/types'
import { useLoad } from '../kit/useLoad'
import CodeCheck from './CodeCheck.vue'
import CodeStripView from './CodeStripView.vue'

const session = useSession()
const { value: strips, problem, attempt } = useLoad<StripView[]>(() => got(api.GET('/api/codes')))
const booked = (asked: Promise<{ data?: StripView[] }>) => attempt(async () => (strips.value = await got(asked)))
</script>

<template>
  <div class="screen">
    <h1>Codes</h1>
    <p class="quiet">
      The label’s own blocks; their prefixes are in <RouterLink to="/settings">Settings</RouterLink>. A code that was
      written to a copy or delivered is never allocated again; an unused one is allocated next when its release no
      longer needs it.
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <CodeStripView
      v-for="strip in strips"
      :key="strip.field"
      :strip="strip"
      :read-only="session.who?.role === 'reader'"
      @reserve="
        (count, reservedFor) =>
          booked(api.POST('/api/codes/reserve', { body: { field: strip.field, count, reservedFor } }))
      "
      @free="(code) => booked(api.POST('/api/codes/release', { body: { field: strip.field, code } }))"
    />
    <CodeCheck v-if="session.who?.role !== 'reader'" />
  </div>
</template>

<style scoped>
p a {
  text-decoration: underline;
}
.problem {
  color: var(--stop);
}
</style>
