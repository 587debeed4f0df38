import { parse as parseComponent } from '@vue/compiler-sfc'
import ts from 'typescript'

/** What a component or a module shows to people: texts of its markup, and literals of its code that read like words. */
export function textsOf(path: string, source: string): string[] {
  const texts: string[] = []
  const add = (text: string) => {
    const plain = text.replace(/\s+/g, ' ').trim()
    if (plain && !texts.includes(plain)) texts.push(plain)
  }
  if (!path.endsWith('.vue')) {
    literals(source).filter(isWords).forEach(add)
    return texts
  }
  const { descriptor } = parseComponent(source)
  const template = descriptor.template?.ast
  if (template) for (const child of template.children) markup(child as Node, add)
  const code = descriptor.scriptSetup?.content ?? descriptor.script?.content
  if (code) literals(code).filter(isWords).forEach(add)
  return texts
}

/** What is used of the nodes that the compiler of components makes: their kinds are numbers there. */
interface Node {
  type: number
  content?: string | { content: string }
  children?: Node[]
  props?: {
    type: number
    name: string
    value?: { content: string }
    exp?: { content: string }
    arg?: { content: string }
  }[]
}
const ELEMENT = 1
const TEXT = 2
const INTERPOLATION = 5
const ATTRIBUTE = 6

/** Attributes whose values are never read by anybody. */
const UNREAD = /^(class|style|id|for|type|role|href|to|src|d|viewBox|scope|variant|size|key|ref|name|is|autocomplete)$/

function markup(node: Node, add: (text: string) => void) {
  if (node.type !== ELEMENT) return
  for (const prop of node.props ?? []) {
    if (prop.type === ATTRIBUTE) {
      if (!UNREAD.test(prop.name) && prop.value && isWords(prop.value.content)) add(prop.value.content)
    } else if (prop.exp && prop.name !== 'for' && !UNREAD.test(prop.arg?.content ?? ''))
      literals(prop.exp.content).filter(isWords).forEach(add)
  }
  let line = ''
  for (const child of node.children ?? []) {
    if (child.type === TEXT) line += child.content as string
    else if (child.type === INTERPOLATION) {
      line += '…'
      literals((child.content as { content: string }).content)
        .filter(isWords)
        .forEach(add)
    } else if (child.type === ELEMENT) line += ' '
  }
  if (/\p{L}{2,}/u.test(line)) add(line)
  for (const child of node.children ?? []) markup(child, add)
}

/** Two words and more, or one that begins a sentence. */
function isWords(text: string): boolean {
  return /[\p{L}’]{2,}[,.:…]? [\p{L}“…(]/u.test(text) || /^\p{Lu}\p{Ll}+…?$/u.test(text)
}

/** Texts in a piece of code, “…” for what is put into them. */
function literals(code: string): string[] {
  const found: string[] = []
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) found.push(node.text)
    else if (ts.isTemplateExpression(node)) {
      found.push([node.head.text, ...node.templateSpans.map((span) => `…${span.literal.text}`)].join(''))
      node.templateSpans.forEach((span) => {
        visit(span.expression)
      })
      return
    }
    ts.forEachChild(node, visit)
  }
  visit(ts.createSourceFile('code.ts', code, ts.ScriptTarget.Latest, true))
  return found
}
