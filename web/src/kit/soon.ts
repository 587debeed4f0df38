/** Sixty announcements in a second are one reason to look: does it once, a moment later. */
export function soon(act: () => unknown, millis = 400) {
  let timer: ReturnType<typeof setTimeout> | undefined
  const ask = () => {
    timer ??= setTimeout(() => {
      timer = undefined
      void act()
    }, millis)
  }
  const cancel = () => {
    clearTimeout(timer)
    timer = undefined
  }
  return { ask, cancel }
}
