import { describe, expect, it } from 'vitest'
import { textsOf } from './texts'

const SOURCES = import.meta.glob<string>(
  ['../**/*.vue', '../**/*.ts', '!../**/*.spec.ts', '!../**/*.d.ts', '!../testing/**'],
  { query: '?raw', import: 'default', eager: true },
)

const HEAD = `# What the interface says

Made by a test of the interface: the texts of each file, in the order in which they stand there, “…” where values are put in.
`

/** Whoever changes a text reads the page on which it stands among the others. */
describe('What the interface says', () => {
  it('stands on one page, to be read from top to bottom', async () => {
    const parts = Object.keys(SOURCES)
      .sort()
      .map((path) => ({ path: path.replace('../', ''), texts: textsOf(path, SOURCES[path]!) }))
      .filter((each) => each.texts.length)
      .map((each) => `\n## ${each.path}\n\n${each.texts.map((text) => `- ${text}`).join('\n')}\n`)
    await expect(HEAD + parts.join('')).toMatchFileSnapshot('../../../docs/texts/interface.md')
  })
})

describe('Texts of a component', () => {
  it('are its markup, what is read aloud, and literals that are words', () => {
    const source = `<script setup lang="ts">
import { a } from './a'
const says = busy ? \`\${count} releases are rechecked\` : 'Nothing to do.'
const key = 'put-off'
</script>
<template>
  <p class="quiet two words" aria-label="Next moves">{{ says }} of <b>{{ name }}</b></p>
  <input :placeholder="wide ? 'Search names…' : ''" />
</template>`
    expect(textsOf('Some.vue', source)).toEqual([
      'Next moves',
      '… of',
      'Search names…',
      '… releases are rechecked',
      'Nothing to do.',
    ])
  })
})
