import { describe, expect, it } from 'vitest'
import { grouped, ofPanelFirst, type Groupable } from './findingGroups'

const finding = (rule: string, track: number, more: Partial<Groupable> = {}): Groupable => ({
  id: `${rule}:${track}`,
  rule,
  ruleName: `${rule} missing`,
  family: 'Codes',
  weight: 'stop',
  track,
  panel: 'sheet',
  says: `Track ${track} has no ${rule}.`,
  fix: null,
  ...more,
})

describe('K2 Findings that repeat are one', () => {
  it('of one rule on several tracks', () => {
    const [isrc, language] = grouped([
      finding('ISRC', 1, { fix: 'Allocate' }),
      finding('language', 2),
      finding('ISRC', 3, { fix: 'Allocate' }),
    ])
    expect([isrc!.says, isrc!.places, isrc!.fix, isrc!.findings.length]).toEqual([
      'ISRC missing',
      '2 tracks',
      'Allocate 2',
      2,
    ])
    expect([language!.says, language!.places, language!.fix]).toEqual(['Track 2 has no language.', '', null])
  })
  it('but not of two weights', () => {
    expect(grouped([finding('IPI', 1), finding('IPI', 2, { weight: 'note' })])).toHaveLength(2)
  })
  it('and says places where a track has several', () => {
    const [ipi] = grouped([finding('IPI', 1), finding('IPI', 1, { id: 'b' }), finding('IPI', 2)])
    expect(ipi!.places).toBe('3 places')
  })
  it('but not what destinations answered, each in words of its own', () => {
    expect(
      grouped([finding('answer', 1, { family: 'Answers' }), finding('answer', 2, { family: 'Answers' })]),
    ).toHaveLength(2)
  })
  it('is fixed by one word only when that is what each fix does', () => {
    const [titles] = grouped([finding('title', 1, { fix: 'Tidy' }), finding('title', 2, { fix: 'Remove' })])
    expect(titles!.fix).toBe('Fix 2')
  })
  it('stands with those of the panel in front', () => {
    const { here, elsewhere } = ofPanelFirst(
      grouped([finding('cover', 0, { panel: 'artwork' }), finding('ISRC', 1)]),
      'sheet',
    )
    expect([here[0]!.findings[0]!.rule, elsewhere[0]!.findings[0]!.rule]).toEqual(['ISRC', 'cover'])
  })
})
