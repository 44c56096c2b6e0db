/** Groups rows by their SKU, in their order. */
export function collectBySku<R extends { sku: string }, T>(rows: readonly R[], read: (row: R) => T): Map<string, T[]> {
  const found = new Map<string, T[]>()
  for (const row of rows) {
    const own = found.get(row.sku)
    if (own) own.push(read(row))
    else found.set(row.sku, [read(row)])
  }
  return found
}
