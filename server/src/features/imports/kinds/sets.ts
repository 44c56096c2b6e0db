import type { SetRecord } from '@novalex/contract'
import { createProblem, SET_FORMAT, type SetRow } from '@novalex/core'
import { listSkus } from '../../../data/catalogue/index.ts'
import { createId } from '../../../platform/createId.ts'
import { parseTableFile } from '../../../platform/files/parseTableFile.ts'
import { SETS } from '../../../data/sets/index.ts'
import type { ImportWork } from '../importWork.ts'

/** Product sets picked by hand, by name. A set that the file names holds just what the file says; the others stay. */
export const SETS_KIND: ImportWork<SetRow, { sets: SetRecord[]; added: string[] }> = {
  belongsTo: 'plan',
  read: (file, options) => parseTableFile(file, SET_FORMAT, options),
  async check(connection, { rows }) {
    const known = await listSkus(connection)
    const sets = new Map((await SETS.list(connection)).map((set) => [set.name, set.content]))
    return rows.flatMap(({ set, sku }, index) => {
      const content = sets.get(set)
      if (content && 'filter' in content)
        return [{ index, problem: createProblem('set-is-filter', 'set', { given: set }) }]
      return known.has(sku) ? [] : [{ index, problem: createProblem('unknown-sku', 'sku', { id: sku }) }]
    })
  },
  async preview(connection, { rows }) {
    const sets = new Map((await SETS.list(connection)).map((set) => [set.name, set.content]))
    const given = [...group(rows)]
    const added = given.filter(([name]) => !sets.has(name)).length
    const unchanged = given.filter(([name, skus]) => {
      const content = sets.get(name)
      return content && 'skus' in content && content.skus.toSorted().join() === skus.toSorted().join()
    }).length
    return { added, unchanged, changed: given.length - added - unchanged }
  },
  async write(transaction, { rows }, onProgress) {
    const known = new Map((await SETS.list(transaction)).map((set) => [set.name, set]))
    const given = [...group(rows)]
    const sets: SetRecord[] = []
    const added: string[] = []
    for (const [index, [name, skus]] of given.entries()) {
      const before = known.get(name)
      if (before) {
        sets.push(before)
        await SETS.replace(transaction, { ...before, content: { skus } })
      } else {
        const id = createId()
        added.push(id)
        await SETS.insert(transaction, { id, name, content: { skus }, version: 1 })
      }
      await onProgress(index / given.length)
    }
    return { sets, added }
  },
  async undo(transaction, { sets, added }) {
    for (const set of sets) await SETS.replace(transaction, { ...set, version: set.version + 1 })
    for (const id of added) await SETS.remove(transaction, await SETS.get(transaction, id))
  },
}

function group(rows: readonly SetRow[]): Map<string, string[]> {
  const sets = new Map<string, string[]>()
  for (const { set, sku } of rows) sets.set(set, [...(sets.get(set) ?? []), sku])
  return sets
}
