/** The set with something taken out when it is in, and put in when it is not. */
export function toggled<T>(set: Set<T>, each: T): Set<T> {
  const next = new Set(set)
  if (!next.delete(each)) next.add(each)
  return next
}
