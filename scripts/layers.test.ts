import { describe, expect, test } from '@jest/globals'
import { ESLint } from 'eslint'

const broken = async (filePath: string, imported: string): Promise<boolean> => {
  const [result] = await new ESLint().lintText(
    `import { x } from '${imported}'\nexport const y = x\n`,
    { filePath }
  )
  return result!.messages.some((message) => message.ruleId === 'no-restricted-imports')
}

describe('arrows run one way: the lint rule refuses', () => {
  test.each([
    ['core/scales/x.ts', '../ledger/evaluate'],
    ['core/optics/x.ts', '../plan/plan'],
    ['core/ledger/x.ts', '../advise/price'],
    ['core/plan/x.ts', '../run/frame'],
    ['core/light/x.ts', 'vue'],
    ['core/plan/x.ts', '../set/vec'],
    ['core/set/x.ts', '../ledger/cells'],
    ['core/solve/x.ts', '../checks/checks'],
    ['core/ledger/x.ts', '../checks/checks'],
    ['core/ledger/x.ts', 'node:fs'],
    ['core/run/x.ts', '../../client/src/main'],
    ['server/x.ts', '../client/src/main'],
    ['client/src/x.ts', '../../server/app']
  ])('%s importing %s', async (from, to) => expect(await broken(from, to)).toBe(true))
  test.each([
    ['core/ledger/x.ts', '../optics/depth'],
    ['core/plan/x.ts', 'zod'],
    ['core/ledger/x.ts', '../set/transport'],
    ['core/checks/x.ts', '../solve/power'],
    ['client/src/x.ts', '@core/plan/plan'],
    ['server/x.ts', '@core/plan/plan']
  ])('%s may import %s', async (from, to) => expect(await broken(from, to)).toBe(false))
})
