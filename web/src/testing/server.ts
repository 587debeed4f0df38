import { vi } from 'vitest'

/** A call as the stand-in of the server heard it. */
export interface Heard {
  method: string
  path: string
  body: unknown
}

/**
 * Stands for the server in a test of the page: answers by method and path, notes every call, and refuses what it does not
 * know. A function is asked anew each time; a {@link Refused} is answered as a problem document.
 */
export function server(routes: Record<string, unknown>): { heard: Heard[] } {
  const heard: Heard[] = []
  vi.stubGlobal('fetch', async (path: string, options: { method: string; body?: string }) => {
    const call = {
      method: options.method,
      path,
      body: options.body ? (JSON.parse(options.body) as unknown) : undefined,
    }
    heard.push(call)
    const route = routes[`${options.method} ${path.split('?')[0]}`]
    if (route === undefined) throw new TypeError(`no answer to ${options.method} ${path}`)
    const said = await (typeof route === 'function' ? (route as (heard: Heard) => unknown)(call) : route)
    if (said instanceof Refused)
      return new Response(
        JSON.stringify({ type: `urn:entrada:problem:${said.type}`, detail: said.detail, ...said.more }),
        { status: said.status },
      )
    if (said instanceof Beside) return new Response(JSON.stringify(said.said), { status: 200, headers: said.headers })
    return new Response(JSON.stringify(said), { status: 200 })
  })
  return { heard }
}

/** An answer that says why not. */
export class Refused {
  constructor(
    readonly status: number,
    readonly type: string,
    readonly detail: string,
    readonly more: object = {},
  ) {}
}

/** An answer with something said beside it. */
export class Beside {
  constructor(
    readonly said: unknown,
    readonly headers: Record<string, string>,
  ) {}
}

/** What browsers have and the tests' page has not: tabs that hear each other, and a stream of announcements. */
export function announcements(): {
  say: (kind: string, data: object, page?: string) => void
  opened: () => number
  closed: () => number
  refuse: () => void
} {
  let opened = 0
  let closed = 0
  let hears: ((event: { data: string }) => void) | null = null
  let refused: () => void = () => {}
  vi.stubGlobal(
    'BroadcastChannel',
    class {
      onmessage = null
      postMessage() {}
    },
  )
  vi.stubGlobal(
    'EventSource',
    class {
      static CLOSED = 2
      readyState = 1
      onmessage: ((event: { data: string }) => void) | null = null
      onerror: (() => void) | null = null
      constructor() {
        opened++
        hears = (event) => this.onmessage?.(event)
        refused = () => ((this.readyState = 2), this.onerror?.())
      }
      close() {
        closed++
      }
    },
  )
  return {
    say: (kind, data, page) => hears?.({ data: JSON.stringify({ kind, page, data }) }),
    opened: () => opened,
    closed: () => closed,
    refuse: () => refused(),
  }
}
