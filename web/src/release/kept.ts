/** Edits on this computer, until the server has them: in IndexedDB, or in memory where a browser has none. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Edit } from '../api/types'

/** An edit that the server does not have yet. */
export interface Waiting {
  /** in the order in which edits were made */
  id: string
  /** who made it, and in which tab */
  who: string
  tab: string
  release: number
  says: string
  source: string
  changes: Edit[]
  /** what others wrote meanwhile, by fact: the edit is held until somebody decides */
  theirs?: Record<string, string | null>
}

export interface Keeping {
  all(): Promise<Waiting[]>
  put(edit: Waiting): Promise<void>
  drop(edit: Waiting): Promise<void>
}

interface Shape extends DBSchema {
  edits: { key: string; value: Waiting }
}

export function kept(): Keeping {
  let opened: Promise<IDBPDatabase<Shape> | null> | undefined
  const database = () =>
    (opened ??=
      typeof indexedDB === 'undefined'
        ? Promise.resolve(null)
        : openDB<Shape>('entrada', 1, {
            upgrade: (fresh) => void fresh.createObjectStore('edits', { keyPath: 'id' }),
          }).catch(() => null))
  return {
    async all() {
      return (await (await database())?.getAll('edits')) ?? []
    },
    async put(edit) {
      await (await database())?.put('edits', JSON.parse(JSON.stringify(edit)) as Waiting)
    },
    async drop(edit) {
      await (await database())?.delete('edits', edit.id)
    },
  }
}

const TAB = 'entrada.tab'

/** This tab's name, the same after a reload. While the tab is open it holds a lock of that name. */
export function thisTab(): string {
  const name = sessionStorage.getItem(TAB) ?? Math.random().toString(36).slice(2)
  sessionStorage.setItem(TAB, name)
  if (navigator.locks) void navigator.locks.request(`entrada-tab-${name}`, () => new Promise(() => {})).catch(() => {})
  return name
}

/** Whether a tab of this name is open; not to be told without locks, then only one's own edits are taken up. */
export async function isOpen(tab: string): Promise<boolean> {
  if (!navigator.locks) return true
  const held = (await navigator.locks.query()).held ?? []
  return held.some((lock) => lock.name === `entrada-tab-${tab}`)
}
