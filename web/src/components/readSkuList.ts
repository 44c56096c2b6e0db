/** A line of a pasted list that holds something. */
export interface SkuLine {
  /** From 1. */
  readonly line: number
  readonly sku: string
}

/** SKUs as people paste them: one a line or several separated by commas, semicolons or tabs, in quotes or not. */
export function readSkuList(text: string): SkuLine[] {
  return text.split(/\r?\n/).flatMap((row, index) =>
    row
      .split(/[,;\t]/)
      .map((cell) =>
        cell
          .trim()
          .replace(/^(["'])(.*)\1$/, '$2')
          .trim(),
      )
      .filter((sku) => sku !== '')
      .map((sku) => ({ line: index + 1, sku })),
  )
}
