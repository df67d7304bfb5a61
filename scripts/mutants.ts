/** Small faults put into a source file one at a time: operators, constants, conditions. */
import ts from 'typescript'

export interface Mutant {
  readonly line: number
  readonly from: string
  readonly to: string
  /** the whole file with the fault in it */
  readonly text: string
}

const OPERATORS: Partial<Record<ts.SyntaxKind, readonly string[]>> = {
  [ts.SyntaxKind.PlusToken]: ['-'],
  [ts.SyntaxKind.MinusToken]: ['+'],
  [ts.SyntaxKind.AsteriskToken]: ['/'],
  [ts.SyntaxKind.SlashToken]: ['*'],
  [ts.SyntaxKind.AsteriskAsteriskToken]: ['*'],
  [ts.SyntaxKind.LessThanToken]: ['>='],
  [ts.SyntaxKind.GreaterThanToken]: ['<='],
  [ts.SyntaxKind.LessThanEqualsToken]: ['>'],
  [ts.SyntaxKind.GreaterThanEqualsToken]: ['<'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: ['!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: ['==='],
  [ts.SyntaxKind.AmpersandAmpersandToken]: ['||'],
  [ts.SyntaxKind.BarBarToken]: ['&&'],
  [ts.SyntaxKind.PlusEqualsToken]: ['-='],
  [ts.SyntaxKind.MinusEqualsToken]: ['+=']
}
const NAMES: Readonly<Record<string, string>> = {
  min: 'max',
  max: 'min',
  some: 'every',
  every: 'some'
}

/** Below this a constant is a tolerance for float dust: nobody can tell it from twice as much. */
const DUST = 1e-5

function changesOf(node: ts.Node): { at: ts.Node; to: string }[] {
  if (ts.isBinaryExpression(node)) {
    const to = OPERATORS[node.operatorToken.kind] ?? []
    const text = [node.left, node.right].some(ts.isStringLiteralLike)
    return text && node.operatorToken.kind === ts.SyntaxKind.PlusToken
      ? []
      : to.map((each) => ({ at: node.operatorToken, to: each }))
  }
  if (ts.isNumericLiteral(node)) {
    const value = Number(node.text)
    if (value !== 0 && Math.abs(value) < DUST) return []
    return [{ at: node, to: value === 0 ? '1' : String(value * 2) }]
  }
  if (ts.isPrefixUnaryExpression(node)) {
    if (node.operator === ts.SyntaxKind.MinusToken)
      return [{ at: node, to: node.operand.getText() }]
    if (node.operator === ts.SyntaxKind.ExclamationToken)
      return [{ at: node, to: node.operand.getText() }]
  }
  if (
    ts.isPropertyAccessExpression(node) &&
    NAMES[node.name.text] &&
    ts.isCallExpression(node.parent)
  )
    return [{ at: node.name, to: NAMES[node.name.text]! }]
  if (node.kind === ts.SyntaxKind.TrueKeyword) return [{ at: node, to: 'false' }]
  if (node.kind === ts.SyntaxKind.FalseKeyword) return [{ at: node, to: 'true' }]
  if (ts.isConditionalExpression(node))
    return [{ at: node.condition, to: `!(${node.condition.getText()})` }]
  return []
}

/** Every fault of a file, in reading order; what only stands in types is left alone. */
export function mutantsOf(name: string, source: string): Mutant[] {
  const file = ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true)
  const found: Mutant[] = []
  const walk = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return
    for (const { at, to } of changesOf(node)) {
      const start = at.getStart(file)
      found.push({
        line: file.getLineAndCharacterOfPosition(start).line + 1,
        from: at.getText(file),
        to,
        text: source.slice(0, start) + to + source.slice(at.getEnd())
      })
    }
    ts.forEachChild(node, walk)
  }
  walk(file)
  return found
}
