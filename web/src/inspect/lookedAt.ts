import { ref } from 'vue'

/** A file dropped with Alt held down, on its way to the Inspect screen. */
export const lookedAt = ref<File | null>(null)
