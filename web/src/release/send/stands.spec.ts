import { describe, expect, it } from 'vitest'
import { goes } from './stands'

const to = (preview: object, deliveries: object[] = [], way = 'interface') =>
  goes({
    way,
    deliveries,
    preview: { accepted: false, changes: [], hindrances: [], ...preview },
  } as never)
const delivery = (state: string, more: object = {}) => ({ state, underWay: false, occasion: 'delivery', ...more })

describe('S1 What goes to a destination next', () => {
  it('is everything the first time, and by hand where there is a form', () => {
    expect(to({})).toBe('full')
    expect(to({}, [], 'form')).toBe('full, by copy sheet')
    expect(to({}, [delivery('rejected')])).toBe('full')
  })
  it('is an update of what was accepted, or nothing', () => {
    expect(to({ accepted: true, changes: ['Title'] }, [delivery('accepted')])).toBe('update')
    expect(to({ accepted: true }, [delivery('accepted')])).toBe('nothing new')
  })
  it('is what is on its way already, whatever was called off since', () => {
    const all = [delivery('called off'), delivery('in review', { underWay: true, occasion: 'takedown' })]
    expect(to({ accepted: true }, all)).toBe('takedown under way')
    expect(to({ accepted: true }, [delivery('taken down')])).toBe('full, again')
  })
})
