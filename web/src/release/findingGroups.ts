import type { Weight } from '../api/types'

/** What grouping needs to know of a finding, in whatever list it stands. */
export interface Groupable {
  id: string
  rule: string
  ruleName: string
  family: string
  weight: Weight
  track: number
  panel: string
  says: string
  fix: string | null
}

/** Findings of one rule with one weight: one thing to do, in one place or in several. */
export interface FindingGroup<F extends Groupable> {
  key: string
  /** The finding's own sentence, or what all of them have in common. */
  says: string
  /** Where it is, when it is in several places. */
  places: string
  weight: Weight
  panel: string
  findings: F[]
  /** Those that have a safe fix. */
  fixable: F[]
  /** What the button says that fixes all of them. */
  fix: string | null
}

/** In the order in which the first of each group comes. */
export function grouped<F extends Groupable>(findings: F[]): FindingGroup<F>[] {
  const groups = new Map<string, F[]>()
  for (const finding of findings) {
    // what destinations answered has a sentence of its own each
    const key = finding.family === 'Answers' ? finding.id : `${finding.rule} ${finding.weight}`
    const group = groups.get(key)
    if (group) group.push(finding)
    else groups.set(key, [finding])
  }
  return [...groups].map(([key, those]) => {
    const first = those[0]!
    const fixable = those.filter((each) => each.fix)
    return {
      key,
      says: those.length === 1 ? first.says : first.ruleName,
      places: those.length === 1 ? '' : counted(those),
      weight: first.weight,
      panel: first.panel,
      findings: those,
      fixable,
      fix: fixable.length < 2 ? (fixable[0]?.fix ?? null) : `${together(fixable)} ${fixable.length}`,
    }
  })
}

/** Those of a panel first, each list in its own order. */
export function ofPanelFirst<F extends Groupable>(groups: FindingGroup<F>[], panel: string) {
  return {
    here: groups.filter((group) => group.panel === panel),
    elsewhere: groups.filter((group) => group.panel !== panel),
  }
}

function counted(findings: Groupable[]): string {
  const tracks = new Set(findings.map((each) => each.track))
  return tracks.size === findings.length && !tracks.has(0) ? `${findings.length} tracks` : `${findings.length} places`
}

/** One word for all fixes when they do the same thing. */
function together(fixable: Groupable[]): string {
  const labels = new Set(fixable.map((each) => each.fix))
  return labels.size === 1 ? fixable[0]!.fix! : 'Fix'
}
