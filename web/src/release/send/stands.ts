import type { DestinationSend, Readiness } from '../../api/types'

/** How a destination stands, in a word and a mark. */
export function stands(each: DestinationSend): { weight: Readiness; says: string } {
  const state = each.deliveries.find((delivery) => delivery.state !== 'called off')?.state
  const taken = state === 'accepted' || state === 'live'
  if (taken && !each.preview.changes.length) return { weight: 'ready', says: state }
  if (taken) return { weight: 'risk', says: 'changed since' }
  if (state === 'rejected' || state === 'failed') return { weight: 'stop', says: state }
  if (state === 'questions') return { weight: 'risk', says: 'has questions' }
  if (state === 'taken down') return { weight: 'note', says: state }
  if (state) return { weight: 'note', says: state }
  return each.preview.hindrances.length ? { weight: 'stop', says: 'not yet' } : { weight: 'ready', says: 'ready' }
}

/** What would go there next, in words; empty where nothing would. */
export function goes(each: DestinationSend): string {
  const newest = each.deliveries.find((delivery) => delivery.state !== 'called off')
  if (newest?.underWay) return `${newest.occasion} under way`
  if (newest?.state === 'taken down') return 'full, again'
  if (each.preview.accepted) return each.preview.changes.length ? 'update' : 'nothing new'
  return each.way === 'form' ? 'full, by copy sheet' : 'full'
}
