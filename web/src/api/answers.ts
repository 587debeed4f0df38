/**
 * Answers of the server with their entity tags, for as long as the page is open: what is still the same is not sent again. The
 * browser's own store is not used, so that nothing of the label stays on a machine when somebody has left it.
 */

const MOST = 60
/** Characters; a longer one is asked for whole each time. */
const LONGEST = 1_000_000

/** What is said beside an answer, which may be the same though this is not. */
export const REACHED = 'Entrada-Reached'

const kept = new Map<string, { tag: string; text: string }>()

/** The tag of what is kept of an address. */
export const tagOf = (path: string) => kept.get(path)?.tag

/** Keeps an answer that has a tag, or gives the kept one where the server says that it is still the same. */
export async function remembered(path: string, response: Response): Promise<Response> {
  const tag = response.headers.get('ETag')
  if (!tag) return response
  const before = kept.get(path)
  // the one asked for last goes last
  kept.delete(path)
  if (response.status === 304) {
    if (before?.tag !== tag) throw new TypeError('the server speaks of an answer that is not kept here')
    kept.set(path, before)
    return whole(before.text, response)
  }
  const text = await response.text()
  if (text.length <= LONGEST) kept.set(path, { tag, text })
  if (kept.size > MOST) kept.delete(kept.keys().next().value!)
  return whole(text, response)
}

function whole(text: string, response: Response) {
  const reached = response.headers.get(REACHED)
  return new Response(text, {
    status: 200,
    headers: { 'Content-Type': 'application/json', ...(reached ? { [REACHED]: reached } : {}) },
  })
}

/** Somebody has left: nothing of his stays. */
export const forgetAnswers = () => kept.clear()
