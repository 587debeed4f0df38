import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'

/** What is heard: one file, and beside it perhaps a second to compare with, at the same spot. */
export interface Heard {
  sha256: string
  name: string
  seconds: number
  lufs: number | null
}

export const usePlayer = defineStore('player', () => {
  const sound = new Audio()
  sound.preload = 'auto'
  const first = ref<Heard | null>(null)
  const second = ref<Heard | null>(null)
  /** Where the first begins on the second's time line, and how much faster it runs. */
  const offset = ref(0)
  const speed = ref(1)
  const hearsSecond = ref(false)
  const original = ref(false)
  const level = ref(true)
  const playing = ref(false)
  const at = ref(0)
  const problem = ref('')

  const heard = computed(() => (hearsSecond.value ? second.value : first.value))
  const there = (seconds: number) => seconds * speed.value + offset.value
  const back = (seconds: number) => (seconds - offset.value) / speed.value

  function load(seconds: number, go: boolean) {
    const file = heard.value
    if (!file) return
    problem.value = ''
    const source = `/api/files/${file.sha256}/sound?form=${original.value ? 'original' : 'preview'}`
    const spot = Math.max(0, Math.min(file.seconds, hearsSecond.value ? there(seconds) : seconds))
    if (!sound.src.endsWith(source)) sound.src = source
    sound.currentTime = spot
    loudness()
    if (go) void sound.play().catch(() => {})
  }

  /** The louder of the two is turned down; nothing is ever turned up, which could clip. */
  function loudness() {
    const one = first.value?.lufs
    const other = second.value?.lufs
    const mine = heard.value?.lufs
    sound.volume =
      level.value && second.value && one != null && other != null && mine != null
        ? Math.min(1, 10 ** ((Math.min(one, other) - mine) / 20))
        : 1
  }

  function play(file: Heard, seconds = 0) {
    if (first.value?.sha256 !== file.sha256) {
      first.value = file
      second.value = null
      hearsSecond.value = false
    }
    load(seconds, true)
  }

  function compare(file: Heard, other: Heard, begins: number, faster: number) {
    const spot = first.value?.sha256 === file.sha256 ? at.value : Math.max(0, -begins)
    first.value = file
    second.value = other
    offset.value = begins
    speed.value = faster
    hearsSecond.value = false
    load(spot, true)
  }

  function seek(seconds: number) {
    load(seconds, playing.value)
  }
  function toggle() {
    if (playing.value) sound.pause()
    else if (heard.value) load(at.value, true)
  }
  function swap() {
    if (!second.value) return
    hearsSecond.value = !hearsSecond.value
    load(at.value, playing.value)
  }
  function stop() {
    sound.pause()
    first.value = null
    second.value = null
  }

  watch(original, () => load(at.value, playing.value))
  watch(level, loudness)
  sound.onplaying = () => (playing.value = true)
  sound.onpause = () => (playing.value = false)
  sound.onended = () => (playing.value = false)
  sound.ontimeupdate = () => (at.value = hearsSecond.value ? back(sound.currentTime) : sound.currentTime)
  sound.onerror = () => {
    if (!heard.value) return
    playing.value = false
    problem.value = original.value
      ? 'This browser cannot play the original. The compressed version still plays.'
      : 'This file cannot be played. It is safe and can be downloaded.'
  }

  return {
    first,
    second,
    hearsSecond,
    original,
    level,
    playing,
    at,
    problem,
    heard,
    play,
    compare,
    seek,
    toggle,
    swap,
    stop,
  }
})
