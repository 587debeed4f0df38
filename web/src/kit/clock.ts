/** Seconds as m:ss, or h:mm:ss. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds + 0.0005))
  const tail = String(whole % 60).padStart(2, '0')
  return whole < 3600
    ? `${Math.floor(whole / 60)}:${tail}`
    : `${Math.floor(whole / 3600)}:${String(Math.floor(whole / 60) % 60).padStart(2, '0')}:${tail}`
}

/** Seconds as m:ss.mmm, the way times are stored. */
export function exact(seconds: number): string {
  const thousandths = Math.round((seconds % 1) * 1000) % 1000
  return thousandths ? `${clock(seconds)}.${String(thousandths).padStart(3, '0')}` : clock(Math.round(seconds))
}
