/** A code as it is compared: without case, spaces and hyphens. */
export function normalizeCode(code: string): string {
  return code.toUpperCase().replace(/[\s-]/g, '')
}
