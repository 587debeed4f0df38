<script setup lang="ts">
import { BApp } from 'bootstrap-vue-next'
import { onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from './api/session'
import EnterScreen from './accounts/EnterScreen.vue'
import SignIn from './accounts/SignIn.vue'
import AppFrame from './frame/AppFrame.vue'

const session = useSession()
const route = useRoute()
const problem = ref('')

async function begin() {
  problem.value = ''
  try {
    await session.load()
  } catch (failure) {
    problem.value = (failure as Error).message
  }
}
onMounted(begin)
</script>

<template>
  <BApp>
    <p v-if="problem" class="begin" role="alert">
      {{ problem }} <button class="act" type="button" @click="begin">Try again</button>
    </p>
    <p v-else-if="!session.who" class="begin quiet">Opening the desk…</p>
    <SignIn v-else-if="!session.who.name" />
    <EnterScreen v-else-if="session.who.must" />
    <RouterView v-else-if="route.meta.alone" />
    <AppFrame v-else />
  </BApp>
</template>

<style>
.begin {
  padding: 20vh var(--space-7);
  text-align: center;
}
</style>
