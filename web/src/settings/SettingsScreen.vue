<script setup lang="ts">
/** What holds for the whole house. */
import { useSession } from '../api/session'
import CalendarAddress from '../desk/CalendarAddress.vue'
import BackupSection from './BackupSection.vue'
import ConnectionsSection from './ConnectionsSection.vue'
import HouseFactsForm from './HouseFactsForm.vue'
import HouseSection from './HouseSection.vue'
import LabelForm from './LabelForm.vue'
import NewKey from './NewKey.vue'
import RecipesSection from './RecipesSection.vue'
import TemplatesSection from './TemplatesSection.vue'

const session = useSession()
</script>

<template>
  <div class="screen settings">
    <h1>Settings</h1>
    <section aria-labelledby="settings-label">
      <h2 id="settings-label">Label</h2>
      <LabelForm />
    </section>
    <section aria-labelledby="settings-where">
      <h2 id="settings-where">Time zone, contact and currency</h2>
      <HouseFactsForm />
    </section>
    <section aria-labelledby="settings-templates">
      <h2 id="settings-templates">Templates</h2>
      <TemplatesSection />
    </section>
    <section aria-labelledby="settings-recipes">
      <h2 id="settings-recipes">Recipes</h2>
      <RecipesSection />
    </section>
    <section aria-labelledby="settings-connections">
      <h2 id="settings-connections">Connections</h2>
      <ConnectionsSection />
    </section>
    <section aria-labelledby="settings-calendar">
      <h2 id="settings-calendar">Calendar</h2>
      <CalendarAddress says="Release dates and delivery deadlines in your calendar program" />
    </section>
    <section v-if="session.who?.role === 'manager'" aria-labelledby="settings-house">
      <h2 id="settings-house">Health of this installation</h2>
      <HouseSection />
    </section>
    <section v-if="session.who?.role === 'manager'" aria-labelledby="settings-backup">
      <h2 id="settings-backup">Backup</h2>
      <BackupSection />
    </section>
    <section v-if="session.who?.role === 'manager'" aria-labelledby="settings-keys">
      <h2 id="settings-keys">Secrets</h2>
      <NewKey />
    </section>
  </div>
</template>

<style scoped>
section {
  margin-top: var(--space-6);
}
h2 {
  margin: 0 0 var(--space-3);
}
</style>
