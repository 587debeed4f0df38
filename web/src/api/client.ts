import createClient from 'openapi-fetch'
import { REACHED, remembered, tagOf } from './answers'
import type { paths } from './schema'

/** Speaks with the server. Problems come as RFC 9457 documents and are thrown as {@link Problem}. */

export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly type: string,
    message: string,
    readonly more: Record<string, unknown> = {},
  ) {
    super(message)
  }
}

/** Told when the server says that nobody is signed in. */
export const signedOut = { notice: () => {} }

export function token(): string {
  const cookie = document.cookie.split('; ').find((each) => each.startsWith('XSRF-TOKEN='))
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : ''
}

/** This page; what it does itself is announced with its name, and it need not ask for that. */
export const PAGE = pageName()

/** As RFC 9562 has them; browsers make one themselves where the connection is a safe one. */
function pageName(): string {
  if (crypto.randomUUID) return crypto.randomUUID()
  const hex = [...crypto.getRandomValues(new Uint8Array(16))].map((each) => each.toString(16).padStart(2, '0')).join('')
  return hex.replace(/^(.{8})(.{4}).(.{3}).(.{3})(.{12})$/, '$1-$2-4$3-8$4-$5')
}

const UNREACHABLE = 'The server cannot be reached. Nothing was changed; try again when the connection is back.'

async function problem(response: Response): Promise<Problem> {
  const body = (await response.json().catch(() => ({}))) as Record<string, unknown> & { type?: string; detail?: string }
  const type = (body.type ?? '').replace('urn:entrada:problem:', '')
  const says = body.detail ?? `The server answered ${response.status}. Nothing was changed.`
  return new Problem(response.status, type, says, body)
}

async function answered(method: string, path: string, body?: string, had?: string): Promise<Response> {
  let response: Response
  try {
    response = await fetch(path, {
      method,
      headers: {
        Accept: 'application/json',
        'X-XSRF-TOKEN': token(),
        ...(method === 'GET' ? {} : { 'Entrada-Page': PAGE }),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(had === undefined ? {} : { 'If-None-Match': had }),
      },
      body,
    })
  } catch {
    throw new Problem(0, 'unreachable', UNREACHABLE)
  }
  if (!response.ok && response.status !== 304) {
    const failure = await problem(response)
    if (failure.type === 'signed-out') signedOut.notice()
    throw failure
  }
  return response
}

/** The routes of the server, as it describes them itself: a path or a body that is not theirs does not compile. */
export const api = createClient<paths>({
  baseUrl: location.origin,
  fetch: async (request: Request) => {
    const path = request.url.slice(location.origin.length)
    if (request.method === 'GET') return remembered(path, await answered('GET', path, undefined, tagOf(path)))
    return answered(request.method, path, (await request.text()) || undefined)
  },
})

/** What a call answers with; a problem is thrown. */
export async function got<T>(answer: Promise<{ data?: T }>): Promise<T> {
  return (await answer).data as T
}

/** What a call answers with, and up to which look at a release it goes: announcements of those have a number. */
export async function gotUpTo<T>(
  answer: Promise<{ data?: T; response: Response }>,
): Promise<{ data: T; reached: number }> {
  const { data, response } = await answer
  return { data: data as T, reached: Number(response.headers.get(REACHED) ?? 0) }
}

/** What lies there as it is, such as a picture. */
export async function fetched(path: string): Promise<Blob> {
  return (await answered('GET', path)).blob()
}

/** Sends a file as it is, telling how much has gone. */
export function send<T>(path: string, file: Blob, progress: (share: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    request.open('POST', path)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.setRequestHeader('X-XSRF-TOKEN', token())
    request.setRequestHeader('Entrada-Page', PAGE)
    request.upload.onprogress = (event) => progress(event.lengthComputable ? event.loaded / event.total : 0)
    request.onerror = () => reject(new Problem(0, 'unreachable', UNREACHABLE))
    request.onload = () => {
      const answered = new Response(request.responseText, { status: request.status || 500 })
      if (answered.ok) resolve(JSON.parse(request.responseText) as T)
      else void problem(answered).then(reject)
    }
    request.send(file)
  })
}
