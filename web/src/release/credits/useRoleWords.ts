import { computed, onMounted, onUnmounted, ref, type Ref } from 'vue'
import type { CreditLine } from '../../api/types'

const FONT = "14px 'Barlow Semi Condensed'"
/** Pixels that a cell has beside its words: its own space, and the bar and the ring where it has them. */
const SPACE = 10
const BAR = 6
const RING = 13

/** How wide words are in the matrix, in pixels; 0 where nothing can be measured. */
function width(words: string): number {
  const pen = document.createElement('canvas').getContext('2d')
  if (!pen) return 0
  pen.font = FONT
  return pen.measureText(words).width
}

/**
 * Whether roles are written in full: while the longest of them has room in its column, one under the other where need be. Otherwise all are cut short, and a legend
 * says what they mean.
 *
 * @param place the element in which the columns share what the names leave
 */
export function useRoleWords(
  place: Ref<HTMLElement | undefined>,
  lines: Ref<CreditLine[]>,
  columns: () => number,
  names: number,
) {
  const room = ref(0)
  const seen =
    typeof ResizeObserver === 'undefined'
      ? null
      : new ResizeObserver((all) => (room.value = all.at(-1)!.contentRect.width))
  /** Measured anew as soon as the typeface is there; until then another one would be measured. */
  const typeface = ref(false)
  onMounted(() => {
    if (place.value) seen?.observe(place.value)
    void document.fonts?.load(FONT).then(() => (typeface.value = true))
  })
  onUnmounted(() => seen?.disconnect())

  const cells = computed(() => lines.value.flatMap((line) => Object.values(line.cells)))
  const longest = computed(() =>
    Math.max(
      typeface.value ? 0 : 1,
      ...cells.value.flatMap((cell) =>
        cell.roles.map((role) => width(`${role},`) + SPACE + (cell.main ? BAR : 0) + (cell.featured ? RING : 0)),
      ),
    ),
  )
  const column = computed(() => (columns() ? (room.value - names) / columns() : 0))
  const short = computed(() => room.value > 0 && longest.value > column.value)
  /** What was cut short, once each, in the order of the board. */
  const legend = computed(() => {
    const legend = new Map<string, string>()
    if (short.value)
      for (const cell of cells.value)
        cell.roles.forEach((role, i) => {
          const brief = cell.briefs[i] ?? role
          if (brief !== role) legend.set(brief, role)
        })
    return [...legend].map(([brief, role]) => ({ brief, role }))
  })
  return { short, legend }
}
