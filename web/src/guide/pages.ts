import MarkdownIt from 'markdown-it'

/** Pages as they lie in the folder of documents, by their address there: `guide/sheet`, `guide/kinds/distributor`. */
const TEXTS = import.meta.glob<string>(['../../../docs/guide/**/*.md', '../../../docs/texts/rules-and-facts.md'], {
  query: '?raw',
  import: 'default',
})
const PICTURES = import.meta.glob<string>('../../../docs/screenshots/*.png', { query: '?url', import: 'default' })
const ROOT = '../../../docs/'

/** What stands on the first page, in its order. */
export const CONTENTS = 'guide/README'

export const pages = (): string[] => Object.keys(TEXTS).map((path) => path.slice(ROOT.length, -'.md'.length))

/** Where a link leads that stands on a page; null when it leads out of the guide. */
export function within(page: string, link: string): string | null {
  if (!link.endsWith('.md')) return null
  const found = new URL(link, `file:///${page}.md`).pathname.slice(1, -'.md'.length)
  return `${ROOT}${found}.md` in TEXTS ? found : null
}

/** A page as HTML, the contents where there is none of that name: links within the guide have its addresses in `data-page`, others are only their words. */
export async function page(wanted: string): Promise<string> {
  const name = `${ROOT}${wanted}.md` in TEXTS ? wanted : CONTENTS
  const text = await TEXTS[`${ROOT}${name}.md`]!()
  const markdown = new MarkdownIt()
  const pictures = new Map<string, string>()
  for (const [, file] of text.matchAll(/\(\.\.\/(?:\.\.\/)?screenshots\/([a-z-]+)\.png\)/g)) {
    const picture = PICTURES[`../../../docs/screenshots/${file}.png`]
    if (picture) pictures.set(file!, await picture())
  }
  markdown.core.ruler.push('guide', (state) => {
    for (const block of state.tokens)
      for (const token of block.children ?? []) {
        if (token.type === 'image') {
          const file = /screenshots\/([a-z-]+)\.png$/.exec(token.attrGet('src') ?? '')?.[1]
          token.attrSet('src', (file && pictures.get(file)) ?? '')
        }
        if (token.type === 'link_open') {
          const to = within(name, token.attrGet('href') ?? '')
          token.attrs = to
            ? [
                ['href', '#'],
                ['data-page', to],
              ]
            : []
        }
      }
  })
  return markdown.render(text)
}
